/** The JavaScript that a browser loads before the first screen, in KiB gzip, against its budget; run after the build. */
import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";
import { pathToFileURL } from "node:url";

const dist = new URL("../web/dist/", import.meta.url);

/** Up to the student's first question, and up to the staff's Today. */
export const budgets = [
  { name: "bundle-student", entry: "student.html", most: 196 },
  { name: "bundle-staff", entry: "index.html", most: 334 },
];

export function sizeOf(entry) {
  // Each page is a build of its own (web/vite.config.ts).
  const build = entry === "student.html" ? "student" : "staff";
  const manifest = JSON.parse(readFileSync(new URL(`.vite/${build}.json`, dist), "utf8"));
  const seen = new Set();
  const visit = (key) => {
    if (seen.has(key)) return;
    seen.add(key);
    for (const one of manifest[key].imports ?? []) visit(one);
  };
  visit(entry);
  const bytes = [...seen].map((key) => gzipSync(readFileSync(new URL(manifest[key].file, dist))).length);
  return bytes.reduce((sum, one) => sum + one, 0) / 1024;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? "").href) {
  for (const { name, entry, most } of budgets) {
    const size = sizeOf(entry);
    console.log(`${name}: ${size.toFixed(1)} KiB gzip of at most ${most}`);
    if (size > most) process.exitCode = 1;
  }
}
