/** The start command as a stranger meets it: what is in the way is said in one sentence; a killed start mends itself. */
import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, describe, expect, test } from "vitest";
import { freePort } from "./cluster.mjs";

const script = fileURLToPath(new URL("demo.mjs", import.meta.url));
const data = mkdtempSync(join(tmpdir(), "verdant-"));
chmodSync(data, 0o755);
afterAll(() => {
  rmSync(data, { recursive: true, force: true });
});

const attempt = (env: Record<string, string>) =>
  spawnSync(process.execPath, [script], { env: { ...process.env, ...env }, encoding: "utf8" });

/** Starts the demo and waits until it says where it is. */
async function start(port: number): Promise<{ child: ChildProcess; said: () => string }> {
  const child = spawn(process.execPath, [script], {
    env: { ...process.env, PORT: String(port), DATA_DIR: join(data, "demo") },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let text = "";
  child.stdout.on("data", (chunk: Buffer) => (text += chunk.toString()));
  child.stderr.on("data", (chunk: Buffer) => (text += chunk.toString()));
  for (let i = 0; !text.includes("Ctrl-C stops everything"); i++) {
    if (child.exitCode !== null || i > 900) throw new Error(text);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return { child, said: () => text };
}

const ended = (child: ChildProcess) => new Promise<number | null>((resolve) => child.once("exit", resolve));
const postgresPid = () => Number(readFileSync(join(data, "demo/postgres/postmaster.pid"), "utf8").split("\n")[0]);
/** A process that has ended but that nobody has asked after has no command line left. */
const lives = (pid: number) => existsSync(`/proc/${pid}`) && readFileSync(`/proc/${pid}/cmdline`, "utf8") !== "";

describe("what is in the way", () => {
  test("a taken port: one sentence, non-zero exit, nothing made", async () => {
    const other = createServer().listen(0);
    await new Promise((resolve) => other.once("listening", resolve));
    const { port } = other.address() as { port: number };
    const { status, stderr } = attempt({ PORT: String(port), DATA_DIR: join(data, "taken") });
    other.close();
    expect([status, stderr.trim()]).toEqual([
      1,
      `Port ${port} is taken by another program. Choose another: PORT=4500 npm run demo`,
    ]);
    expect(existsSync(join(data, "taken"))).toBe(false);
  });

  test("a data folder that is a file, or that the database's account cannot enter", async () => {
    writeFileSync(join(data, "file"), "");
    const port = String(await freePort());
    expect(attempt({ PORT: port, DATA_DIR: join(data, "file") })).toMatchObject({
      status: 1,
      stderr: expect.stringContaining("is a file. Choose another with DATA_DIR.") as string,
    });
    if (process.getuid?.() !== 0) return;
    mkdirSync(join(data, "closed"), { mode: 0o700 });
    const refused = attempt({ PORT: port, DATA_DIR: join(data, "closed/demo") });
    expect(refused).toMatchObject({ status: 1, stderr: expect.stringContaining("cannot enter") as string });
    expect(existsSync(join(data, "closed/demo"))).toBe(false);
  });
});

test("a start that is killed leaves a database that the next start ends and mends; a second start keeps the data; Ctrl-C stops everything", async () => {
  const port = await freePort();
  const first = await start(port);
  expect(first.said()).toContain("loading the demo data");
  expect(attempt({ PORT: String(await freePort()), DATA_DIR: join(data, "demo") }).stderr).toContain(
    "is running already",
  );
  const orphan = postgresPid();
  const gone = ended(first.child);
  first.child.kill("SIGKILL");
  await gone;
  expect(lives(orphan)).toBe(true);

  const second = await start(port);
  expect(second.said()).toContain("ending the database server that an earlier start left behind");
  expect(second.said()).toContain("keeping the demo data");
  expect(lives(orphan)).toBe(false);
  const running = postgresPid();
  const stopped = ended(second.child);
  second.child.kill("SIGINT");
  expect(await stopped).toBe(0);
  expect(lives(running)).toBe(false);
});
