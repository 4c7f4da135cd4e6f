/** `npm run bench`: measures, and prints one JSON line per measure. Durable database, same pool and parser for the baseline. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { startCluster } from "./cluster.mjs";
import { run } from "./say.mjs";
import { ensureBuilt, ensureDebianPackages, ensureNodePackages, root } from "./setup.mjs";

run(async () => {
  const parts = process.argv.slice(2);
  ensureDebianPackages({
    browser: parts.length === 0 || parts.some((part) => part === "scrolling" || part === "timedNext"),
  });
  ensureNodePackages();
  ensureBuilt();
  const cluster = await startCluster({ folder: join(root, ".data/bench"), durable: true });
  cluster.createDatabase("maintenance");
  const env = { ...process.env, DATABASE_URL: cluster.url("{}") };
  const done = spawnSync(process.execPath, ["--import", "tsx", "bench/main.ts", ...process.argv.slice(2)], {
    cwd: root,
    stdio: "inherit",
    env,
  });
  await cluster.stop();
  process.exitCode = done.status ?? 1;
});
