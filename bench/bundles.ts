/** JavaScript that a browser loads before the first screen, from the build's manifest. */
import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import type { Measure } from "./main.ts";

interface Chunk {
  readonly file: string;
  readonly imports?: readonly string[];
}

const dist = new URL("../web/dist/", import.meta.url);

export function bundles(): Measure[] {
  const manifest = JSON.parse(readFileSync(new URL(".vite/manifest.json", dist), "utf8")) as Record<string, Chunk>;
  const sizeOf = (entry: string) => {
    const seen = new Set<string>();
    const visit = (key: string) => {
      if (seen.has(key)) return;
      seen.add(key);
      for (const one of manifest[key]?.imports ?? []) visit(one);
    };
    visit(entry);
    const bytes = [...seen].map((key) => gzipSync(readFileSync(new URL(manifest[key]?.file ?? "", dist))).length);
    return bytes.reduce((sum, one) => sum + one, 0) / 1024;
  };
  return [
    { name: "bundle-student", value: sizeOf("student.html"), unit: "KiB gzip", target: "at most 205" },
    { name: "bundle-staff", value: sizeOf("index.html"), unit: "KiB gzip", target: "at most 340" },
  ];
}
