/** Bundles the server, its worker and the demo loader; third-party packages stay outside the bundle. */
import { build } from "esbuild";
import { thirdPartyStaysOutside } from "./outside.mjs";

await build({
  entryPoints: {
    main: "src/main.ts",
    worker: "src/worker.ts",
    loadDemo: "../demo/load.ts",
    newDepartment: "src/newDepartment.ts",
    newKey: "src/newKey.ts",
    archive: "src/archive.ts",
    checkPackage: "src/checkPackage.ts",
    schoolSystem: "../standIns/main.ts",
  },
  outdir: "dist",
  bundle: true,
  platform: "node",
  target: "node20",
  format: "esm",
  sourcemap: true,
  logLevel: "warning",
  plugins: [thirdPartyStaysOutside],
});
