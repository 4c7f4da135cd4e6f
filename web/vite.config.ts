import react from "@vitejs/plugin-react";
import { createRequire } from "node:module";
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";
import { defineConfig, type Plugin } from "vite";

/** The dictionary is a package that opens its files itself, which a browser cannot: we take the files. */
const dictionaryFiles = dirname(createRequire(import.meta.url).resolve("dictionary-en-gb"));

/** The two fonts of every page are asked for together with it, or its words would move away when they come. */
const preloadFonts: Plugin = {
  name: "preload-fonts",
  transformIndexHtml: {
    order: "post",
    handler: (_, { bundle = {} }) =>
      Object.keys(bundle)
        .filter((file) => /(next-latin-wght|grotesque-latin-700)-normal.*\.woff2$/.test(file))
        .map((file) => ({
          tag: "link",
          injectTo: "head",
          attrs: { rel: "preload", as: "font", type: "font/woff2", crossorigin: "", href: `/${file}` },
        })),
  },
};

/** Workbooks are zipped without a worker, which our policy would not let come up. */
const zipAtOnce: Plugin = {
  name: "zip-at-once",
  enforce: "pre",
  resolveId: (source, importer) =>
    source === "fflate" && importer?.includes("/write-excel-file/") === true
      ? fileURLToPath(new URL("src/platform/zipAtOnce.ts", import.meta.url))
      : null,
};

/**
 * The students' pages are a build of their own (`--mode student`): together with the staff's they would share chunks, which
 * hold what only one of the two needs, and come in twice as many requests.
 */
export default defineConfig(({ mode }) => ({
  // Students on a slow network need the program before the fonts.
  plugins: mode === "student" ? [react()] : [react(), preloadFonts, zipAtOnce],
  resolve: { alias: { "dictionary-files": dictionaryFiles } },
  build: {
    outDir: "dist",
    emptyOutDir: mode !== "student",
    manifest: mode === "student" ? ".vite/student.json" : ".vite/staff.json",
    modulePreload: { polyfill: false },
    chunkSizeWarningLimit: 700, // the budgets are in scripts/bundles.mjs
    // A data: font would need another source in the content security policy.
    assetsInlineLimit: 0,
    rolldownOptions:
      mode === "student"
        ? // What the first page needs comes in one piece: a phone on a school's network pays for each request.
          {
            input: "student.html",
            output: {
              codeSplitting: {
                groups: [
                  { name: "first", tags: ["$initial"] },
                  // Fetched together, before the network may be lost.
                  {
                    name: "sitting",
                    test: /student\/(LastLook|QuestionList)\.tsx$/,
                    includeDependenciesRecursively: false,
                  },
                ],
              },
            },
          }
        : { input: "index.html" },
  },
  server: { proxy: { "/api": "http://localhost:4400" } },
}));
