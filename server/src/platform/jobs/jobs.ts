/** The pool of worker threads: an interactive lane and a slow lane, so that an import never holds up a composer. */
import { existsSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { Piscina } from "piscina";
import type { TaskName, Tasks } from "./tasks.ts";

export type Lane = "interactive" | "slow";

export interface Jobs {
  /**
   * Runs a task in a worker. `budgetMs` after it began there the task is asked to stop and gives the best it has; if it
   * does not answer within two more seconds its thread is ended. Waiting for a thread does not count, but for a minute
   * at most.
   */
  run<N extends TaskName>(lane: Lane, task: N, input: Tasks[N]["input"], budgetMs: number): Promise<Tasks[N]["output"]>;
  /** Loads libraries and lets the engine compile the hot paths; resolves when the first real job will be quick. */
  warm(input: Tasks["compose"]["input"]): Promise<void>;
  stop(): Promise<void>;
}

const bundled = fileURLToPath(new URL("./worker.js", import.meta.url));
const source = fileURLToPath(new URL("./worker.ts", import.meta.url));

const longestWaitMs = 60_000;

export function startJobs(): Jobs {
  const file = existsSync(bundled) ? { filename: bundled } : { filename: source, execArgv: ["--import", "tsx"] };
  const lane = () => new Piscina({ ...file, minThreads: 0, maxThreads: 1, idleTimeout: 3_600_000, maxQueue: 200 });
  const lanes: Record<Lane, Piscina> = { interactive: lane(), slow: lane() };

  const run: Jobs["run"] = async (name, task, input, budgetMs) => {
    const flags = new SharedArrayBuffer(8);
    const state = new Int32Array(flags);
    const abort = new AbortController();
    const end = () => {
      abort.abort();
    };
    const timers: NodeJS.Timeout[] = [];
    let isDone = false;
    void Promise.resolve(Atomics.waitAsync(state, 1, 0, longestWaitMs).value).then((outcome) => {
      if (outcome === "timed-out") end();
      if (isDone) return;
      timers.push(
        setTimeout(() => Atomics.store(state, 0, 1), budgetMs),
        setTimeout(end, budgetMs + 2000),
      );
    });
    try {
      // Safe: the worker runs exactly the task named, whose output this type is.
      return (await lanes[name].run({ task, input, flags }, { signal: abort.signal })) as Tasks[typeof task]["output"];
    } finally {
      isDone = true;
      timers.forEach(clearTimeout);
    }
  };
  return {
    run,
    warm: async (input) => {
      for (let i = 0; i < 4; i++) await run("interactive", "compose", input, 20_000);
    },
    stop: async () => {
      await Promise.all(Object.values(lanes).map((one) => one.destroy()));
    },
  };
}
