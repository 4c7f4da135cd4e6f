/** A script of the bench as it would ship: bundled, without what a loader adds to every function. */
import { build } from "esbuild";
import { fileURLToPath } from "node:url";
import { thirdPartyStaysOutside } from "../server/outside.mjs";

/** @returns the path of the bundle */
export async function bundled(name: string): Promise<string> {
  const outfile = fileURLToPath(new URL(`../server/dist/${name}.mjs`, import.meta.url));
  await build({
    entryPoints: [fileURLToPath(new URL(`${name}.ts`, import.meta.url))],
    ...{ outfile, bundle: true, platform: "node", target: "node20", format: "esm", logLevel: "warning" },
    plugins: [thirdPartyStaysOutside],
  });
  return outfile;
}
