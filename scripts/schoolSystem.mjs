/** `npm run school-system`: a stand-in for a school's system, which departments of this machine may speak with. */
import { spawn } from "node:child_process";
import { join } from "node:path";
import { run } from "./say.mjs";
import { ensureBuilt, ensureNodePackages, root } from "./setup.mjs";

run(async () => {
  ensureNodePackages();
  ensureBuilt();
  const stdio = ["ignore", "inherit", "inherit", "ipc"];
  const system = spawn(process.execPath, [join(root, "server/dist/schoolSystem.js")], { cwd: root, stdio });
  for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => system.kill(signal));
  await new Promise((resolve) => system.once("exit", resolve));
});
