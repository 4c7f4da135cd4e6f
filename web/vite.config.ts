import react from "@vitejs/plugin-react";
import { createRequire } from "node:module";
import { dirname } from "node:path";
import { defineConfig } from "vite";

/** The dictionary is a package that opens its files itself, which a browser cannot: we take the files. */
const dictionaryFiles = dirname(createRequire(import.meta.url).resolve("dictionary-en-gb"));

export default defineConfig({
  plugins: [react()],
  resolve: { alias: { "dictionary-files": dictionaryFiles } },
  build: {
    outDir: "dist",
    emptyOutDir: true,
    manifest: true,
    modulePreload: { polyfill: false },
    // A data: font would need another source in the content security policy.
    assetsInlineLimit: 0,
    rolldownOptions: { input: { staff: "index.html", student: "student.html" } },
  },
  server: { proxy: { "/api": "http://localhost:4400" } },
});
