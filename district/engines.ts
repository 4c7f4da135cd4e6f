/** Processes of a district: started in groups of their own, logged to files, ended together. */
import { spawn, spawnSync } from "node:child_process";
import { once } from "node:events";
import { chownSync, existsSync, mkdirSync, openSync, readFileSync, writeFileSync } from "node:fs";
import { setTimeout } from "node:timers/promises";

export interface Account {
  readonly uid?: number;
  readonly gid?: number;
}

/** The engines refuse to run as root: then they run as Debian's account for PostgreSQL. */
export function engineAccount(): Account {
  if (process.getuid?.() !== 0) return {};
  const of = (flag: string) => Number(spawnSync("id", [flag, "postgres"], { encoding: "utf8" }).stdout);
  return { uid: of("-u"), gid: of("-g") };
}

export interface Engine {
  readonly name: string;
  readonly isRunning: () => boolean;
  /** Asks it to end, and waits until it has. */
  stop(signal?: NodeJS.Signals): Promise<void>;
  /** Ends it and all that it started, at once: what a machine that loses its power does. */
  kill(): Promise<void>;
}

export class Engines {
  private readonly folder: string;
  private readonly account: Account;
  private readonly running: Engine[] = [];

  constructor(folder: string, account: Account) {
    this.folder = folder;
    this.account = account;
    process.once("exit", () => {
      for (const kill of this.kills) kill();
    });
  }

  private readonly kills: (() => void)[] = [];

  /** @param options.pidFile where a process that leaves the group says its number: it ends with the others */
  start(
    name: string,
    command: string,
    args: readonly string[],
    options: { env?: object; asRoot?: boolean; pidFile?: string } = {},
  ) {
    const log = openSync(`${this.folder}/${name}.log`, "a");
    const child = spawn(command, args, {
      cwd: this.folder,
      env: { ...process.env, ...options.env },
      stdio: ["ignore", log, log],
      detached: true,
      ...(options.asRoot === true ? {} : this.account),
    });
    const killAll = () => {
      if (child.pid !== undefined) killGroup(child.pid);
      const other = options.pidFile === undefined ? undefined : pidIn(options.pidFile);
      if (other !== undefined) killGroup(other);
    };
    this.kills.push(killAll);
    const isRunning = () => child.exitCode === null && child.signalCode === null;
    const ended = once(child, "exit").catch(() => undefined);
    let isAsked = false;
    child.once("exit", () => {
      if (!isAsked) console.error(`! ${name} has ended by itself; see ${this.folder}/${name}.log`);
    });
    const engine: Engine = {
      name,
      isRunning,
      stop: async (signal = "SIGTERM") => {
        isAsked = true;
        if (isRunning()) child.kill(signal);
        await Promise.race([ended, setTimeout(20_000)]);
        await engine.kill();
      },
      kill: async () => {
        isAsked = true;
        killAll();
        await ended;
      },
    };
    this.running.push(engine);
    return engine;
  }

  /** Ends all, the last that was started first. */
  async stopAll(): Promise<void> {
    for (const engine of this.running.reverse()) if (engine.isRunning()) await engine.stop();
  }

  /** A folder that the engines may write to. */
  makeFolder(path: string, mode = 0o700): void {
    mkdirSync(path, { recursive: true, mode });
    this.own(path);
  }

  write(path: string, text: string): void {
    writeFileSync(path, text, { mode: 0o600 });
    this.own(path);
  }

  private own(path: string): void {
    if (this.account.uid !== undefined && this.account.gid !== undefined)
      chownSync(path, this.account.uid, this.account.gid);
  }

  /** Runs a program of the engines to its end; throws what it said when it fails. */
  run(command: string, args: readonly string[], env: object = {}): string {
    const done = spawnSync(command, args, {
      cwd: this.folder,
      encoding: "utf8",
      env: { ...process.env, ...env },
      ...this.account,
    });
    if (done.status !== 0) throw new Error(`${command} ${args.join(" ")}: ${done.stderr}${done.stdout}`);
    return done.stdout.trim();
  }
}

/** The first number in a file that a server writes its own into. */
function pidIn(file: string): number | undefined {
  return existsSync(file) ? Number(readFileSync(file, "utf8").split("\n")[0]) || undefined : undefined;
}

function killGroup(pid: number): void {
  try {
    process.kill(-pid, "SIGKILL");
  } catch {
    // It has gone already.
  }
}

/** Asks until it is so; after so many seconds it is an error that says what was waited for. */
export async function until(what: string, isSo: () => Promise<boolean> | boolean, seconds = 90): Promise<void> {
  const end = Date.now() + seconds * 1000;
  while (!(await isSo())) {
    if (Date.now() > end) throw new Error(`Waited ${String(seconds)} s in vain: ${what}.`);
    await setTimeout(100);
  }
}
