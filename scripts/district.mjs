/** `npm run district`, `npm run district -- drill`: what a district needs is set up, then district/main.ts runs. */
import { spawn } from "node:child_process";
import { run } from "./say.mjs";
import { ensureBuilt, ensureDebianPackages, ensureNodePackages, root } from "./setup.mjs";

run(async () => {
  ensureDebianPackages({ browser: false, district: true });
  ensureNodePackages();
  ensureBuilt();
  const args = ["--import", "tsx", "district/main.ts", ...process.argv.slice(2)];
  const main = spawn(process.execPath, args, { cwd: root, stdio: "inherit" });
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => main.kill(signal));
  main.once("exit", (code) => process.exit(code ?? 1));
});
