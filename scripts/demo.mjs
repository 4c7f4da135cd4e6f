/** `npm run demo`: sets everything up, loads the demo data and serves. `-- --fresh` starts anew. */
import { spawn, spawnSync } from "node:child_process";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { join, resolve } from "node:path";
import { startCluster } from "./cluster.mjs";
import { Obstacle, run, say } from "./say.mjs";
import { ensureBuilt, ensureDebianPackages, ensureNodePackages, root } from "./setup.mjs";

run(async () => {
  const port = Number(process.env["PORT"] ?? 4400);
  const folder = resolve(process.env["DATA_DIR"] ?? join(root, ".data/demo"));
  mustBeAlone(folder);
  await mustBeFree(port);
  ensureDebianPackages({ browser: false });
  ensureNodePackages();
  ensureBuilt();

  if (process.argv.includes("--fresh")) {
    say("throwing the earlier demo data away");
    rmSync(join(folder, "postgres"), { recursive: true, force: true });
  }
  const cluster = await startCluster({ folder, durable: true });
  const lock = join(folder, "running.pid");
  writeFileSync(lock, String(process.pid));
  process.once("exit", () => rmSync(lock, { force: true }));
  cluster.createDatabase("verdant");

  const systemPort = Number(process.env["SCHOOL_SYSTEM_PORT"] ?? port + 2);
  await mustBeFree(systemPort, "SCHOOL_SYSTEM_PORT");
  const env = {
    LOG_LEVEL: "warn",
    SCHOOL_SYSTEMS: `http://127.0.0.1:${systemPort}`,
    ...process.env,
    DATABASE_URL: cluster.url("verdant"),
    PORT: String(port),
    KEY_FILE: join(folder, "key"),
    DEMO: "1",
  };
  const loaded = spawnSync(process.execPath, [join(root, "server/dist/loadDemo.js")], {
    cwd: root,
    env,
    stdio: "inherit",
  });
  if (loaded.status !== 0) throw new Obstacle("The demo data could not be loaded; see the message above.");

  // The channel is how the server notices that this script was killed, and stops by itself.
  const stdio = ["ignore", "inherit", "inherit", "ipc"];
  const server = spawn(process.execPath, [join(root, "server/dist/main.js")], { cwd: root, env, stdio });
  // A stand-in for the school's own system, which class lists come from and marks go to.
  const quiet = ["ignore", "ignore", "inherit", "ipc"];
  const ofSystem = { ...env, PORT: String(systemPort) };
  const system = spawn(process.execPath, [join(root, "server/dist/schoolSystem.js")], {
    cwd: root,
    env: ofSystem,
    stdio: quiet,
  });
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    server.kill("SIGTERM");
    system.kill("SIGTERM");
  };
  process.on("SIGINT", stop);
  process.on("SIGTERM", stop);
  void announce(port, systemPort, () => stopping || server.exitCode !== null);
  server.once("exit", async (code) => {
    system.kill("SIGTERM");
    await cluster.stop();
    process.exit(stopping ? 0 : (code ?? 1));
  });
});

/** Says where it is once it answers. */
async function announce(port, systemPort, hasEnded) {
  const address = `http://localhost:${port}`;
  while (!hasEnded()) {
    const answer = await fetch(`${address}/api/health`).catch(() => null);
    if (answer?.ok) {
      const { members, cards } = await (await fetch(`${address}/api/demo/people`)).json();
      console.log(`\nVerdant Loop is at ${address}`);
      console.log(
        `  Staff: ${members.map((one) => `${one.name} (${one.role})`).join(", ")}: one click on the sign-in page`,
      );
      console.log(`  Students: ${address}/s with an entry card, for example “${cards[0]?.card}” (${cards[0]?.name})`);
      console.log(`  A stand-in for the school’s system: http://127.0.0.1:${systemPort} (Team, Class lists)`);
      console.log("  Ctrl-C stops everything.");
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}

/** Waits a moment for a port that a killed start is about to give free. */
async function mustBeFree(port, setting = "PORT") {
  let why = await obstacleAt(port);
  for (let i = 0; why === "EADDRINUSE" && i < 20; i++) {
    await new Promise((resolve) => setTimeout(resolve, 100));
    why = await obstacleAt(port);
  }
  if (why === null) return;
  const reason = why === "EADDRINUSE" ? "is taken by another program" : `cannot be used (${why})`;
  throw new Obstacle(`Port ${port} ${reason}. Choose another: ${setting}=4500 npm run demo`);
}

/** The code of the error that keeps this port from being used; null when it is free. */
function obstacleAt(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", (error) => resolve(error.code));
    probe.listen(port, () => probe.close(() => resolve(null)));
  });
}

/** Two demos on one data folder would fight over it. */
function mustBeAlone(folder) {
  const lock = join(folder, "running.pid");
  if (!existsSync(lock)) return;
  const pid = Number(readFileSync(lock, "utf8"));
  if (existsSync(`/proc/${pid}`) && readFileSync(`/proc/${pid}/cmdline`, "utf8").includes("demo.mjs")) {
    throw new Obstacle(
      `A demo with the data folder ${folder} is running already (process ${pid}). Stop it, or choose another with DATA_DIR.`,
    );
  }
}
