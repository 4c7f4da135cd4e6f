/**
 * Looks at the structure of packages, without a network and without an installation:
 * node server/dist/checkPackage.js bank.zip [more.zip …]
 */
import { pathToFileURL } from "node:url";
import { checkPackage, type PackageCheck, type PackageFault } from "./exchange/qti/checkPackage.ts";
import { openLocalFile } from "./exchange/localFile.ts";
import { openArchive } from "./exchange/zip.ts";
import { Failure } from "./platform/failure.ts";

const words: Record<PackageFault["code"], (what: string) => string> = {
  manifestMissing: () => "there is no manifest, so it is no package",
  xmlUnreadable: (what) => `cannot be read: ${what}`,
  resourceTwice: (what) => `the resource ${what} is there twice`,
  fileMissing: (what) => `${what} is named, and not in the package`,
  leadsOutside: (what) => `${what} leads out of the package`,
  dependencyUnknown: (what) => `something depends on ${what}, which is no resource`,
  notInManifest: (what) => `${what} is in the package, and not in its manifest`,
  declarationMissing: (what) => `the response ${what} is not declared`,
  optionTwice: (what) => `the option ${what} is there twice`,
  keyNoOption: (what) => `the key ${what} is none of the options`,
  outcomeUndeclared: (what) => `the variable ${what} is set or read, and not declared`,
  templateNeedsResponse: (what) => `the template ${what} needs a response called RESPONSE`,
  mappingMissing: (what) => `the template ${what} needs a mapping`,
  pointsDiffer: (what) => `match_correct gives one point, but the most that can be earned is ${what}`,
};

const counted = (n: number, one: string) => (n === 1 ? `1 ${one}` : `${n} ${one}s`);

/** A line for the package, and one for each fault with its place. */
export function inLines(name: string, { items, tests, stimuli, faults }: PackageCheck): string[] {
  const holds = [counted(items, "item"), counted(tests, "test"), counted(stimuli, "text")].join(", ");
  return [
    faults.length === 0 ? `${name}: no faults (${holds})` : `${name}: ${counted(faults.length, "fault")} (${holds})`,
    ...faults.map(({ file, line, code, what }) => `  ${file}${line === null ? "" : `:${line}`}: ${words[code](what)}`),
  ];
}

export async function main(paths: readonly string[], say: (line: string) => void): Promise<number> {
  if (paths.length === 0) {
    say("Say: checkPackage.js bank.zip [more.zip …]");
    return 2;
  }
  let hasFaults = false;
  for (const path of paths) {
    try {
      const file = await openLocalFile(path);
      try {
        const check = await checkPackage(await openArchive(file));
        hasFaults ||= check.faults.length > 0;
        for (const line of inLines(path, check)) say(line);
      } finally {
        await file.close();
      }
    } catch (error) {
      hasFaults = true;
      const why = error instanceof Failure ? `${error.code} ${Object.values(error.terms).join(" ")}` : String(error);
      say(`${path}: not read: ${why.trim()}`);
    }
  }
  return hasFaults ? 1 : 0;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? "").href)
  process.exitCode = await main(process.argv.slice(2), (line) => {
    console.log(line);
  });
