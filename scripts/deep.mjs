/** `npm run deep`: the property tests with 5,000 runs each. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { run } from "./say.mjs";
import { ensureNodePackages, root } from "./setup.mjs";

run(async () => {
  ensureNodePackages();
  const env = { ...process.env, PROPERTY_RUNS: "5000" };
  const done = spawnSync(
    join(root, "node_modules/.bin/vitest"),
    ["run", "--project", "core", "--testTimeout", "600000"],
    { cwd: root, stdio: "inherit", env },
  );
  process.exitCode = done.status ?? 1;
});
