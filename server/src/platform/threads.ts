/** Threads beside the one that answers requests, for what reckons longer than a moment. */
import { existsSync } from "node:fs";
import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { Piscina } from "piscina";
import { Failure } from "./failure.ts";
import { FairQueue } from "./fairQueue.ts";
import type { OpenScope } from "./scope.ts";

/** What a thread can be asked to do: a name, and what goes in and comes out, which is plain data. */
export interface Task<Input, Output> {
  readonly name: string;
  /** For the compiler only. */
  readonly does?: (input: Input) => Output;
}

/** Names a task. What does it is served by {@link file://../worker.ts}, so that whoever asks need not load it. */
export const task = <Input, Output>(name: string): Task<Input, Output> => ({ name });

/** Asked by a task between rounds; true once nobody waits for it any more, or its time is over. */
export type Cancelled = () => boolean;

/** Orders that a page waits for, choices that somebody waits for, and what may take its time. */
export type Lane = "short" | "interactive" | "slow";

export interface Asked {
  readonly lane: Lane;
  /** After so long in its thread the task is asked to stop and gives the best it has; two seconds later its thread is ended. */
  readonly budgetMs: number;
  /** Departments take turns. */
  readonly departmentId: string;
  /** Aborted when nobody waits for the answer any more. */
  readonly gone?: AbortSignal | undefined;
}

export interface LaneState {
  readonly lane: Lane;
  readonly threads: number;
  readonly waiting: number;
  readonly done: number;
}

export interface Threads {
  /**
   * Runs a task in a thread. Waiting for one does not count to the budget, but a minute is the most.
   *
   * @throws Failure unavailable where too many wait already: of the department, or at all
   */
  run<Input, Output>(task: Task<Input, Output>, input: Input, asked: Asked): Promise<Output>;
  /** Loads libraries in each thread that somebody waits for, and lets the engine compile the hot paths. */
  warm<Input, Output>(task: Task<Input, Output>, input: Input): Promise<void>;
  state(): LaneState[];
  stop(): Promise<void>;
}

const bundled = fileURLToPath(new URL("./worker.js", import.meta.url));
const source = fileURLToPath(new URL("../worker.ts", import.meta.url));

const longestWaitMs = 60_000;
/**
 * Tasks that may wait: of one department, and of all. Short ones take a few milliseconds each, and a whole school begins
 * at the bell; who chooses from a whole bank is told to come again sooner.
 */
const mostWaiting = {
  short: { ofDepartment: 1000, ofAll: 4000 },
  interactive: { ofDepartment: 40, ofAll: 400 },
  slow: { ofDepartment: 40, ofAll: 400 },
};

/** Threads of one lane, and those who wait for one of them. */
class LanePool {
  readonly most: number;
  readonly #pool: Piscina;
  readonly #waiting = new FairQueue<() => void>();
  #busy = 0;

  readonly #mayWait: { readonly ofDepartment: number; readonly ofAll: number };

  constructor(most: number, mayWait: { ofDepartment: number; ofAll: number }) {
    const file = existsSync(bundled) ? { filename: bundled } : { filename: source, execArgv: ["--import", "tsx"] };
    this.most = most;
    this.#mayWait = mayWait;
    this.#pool = new Piscina({ ...file, minThreads: 0, maxThreads: most, idleTimeout: 3_600_000 });
  }

  async run(job: { name: string; input: unknown }, { departmentId, gone, budgetMs }: Asked): Promise<unknown> {
    await this.#turn(departmentId, gone);
    const flags = new SharedArrayBuffer(8);
    const state = new Int32Array(flags);
    const abort = new AbortController();
    // It is asked to stop, no more: ending its thread would cost the next one the loading of its libraries.
    const leave = () => Atomics.store(state, 0, 1);
    gone?.addEventListener("abort", leave);
    const timers: NodeJS.Timeout[] = [];
    let isDone = false;
    // A thread that is only just being made takes a moment to begin.
    void Promise.resolve(Atomics.waitAsync(state, 1, 0, longestWaitMs).value).then(() => {
      if (isDone) return;
      timers.push(
        setTimeout(leave, budgetMs),
        setTimeout(() => abort.abort(), budgetMs + 2000),
      );
    });
    try {
      return await this.#pool.run({ ...job, flags }, { signal: abort.signal });
    } finally {
      isDone = true;
      gone?.removeEventListener("abort", leave);
      timers.forEach(clearTimeout);
      // The thread goes from hand to hand: it is free for others only when nobody waits.
      const next = this.#waiting.shift();
      if (next) next();
      else this.#busy -= 1;
    }
  }

  /** Resolves when a thread is free for this department. */
  async #turn(departmentId: string, gone?: AbortSignal): Promise<void> {
    const waiting = this.#waiting;
    if (gone?.aborted === true) throw nobodyWaits();
    if (this.#busy < this.most) this.#busy += 1;
    else {
      if (waiting.size >= this.#mayWait.ofAll || waiting.sizeOf(departmentId) >= this.#mayWait.ofDepartment)
        throw tooMuch();
      await new Promise<void>((resolve, reject) => {
        const leave = (why: Error) => {
          waiting.remove(departmentId, go);
          stop();
          reject(why);
        };
        const onGone = () => {
          leave(nobodyWaits());
        };
        const timer = setTimeout(() => {
          leave(tooMuch());
        }, longestWaitMs);
        const stop = () => {
          clearTimeout(timer);
          gone?.removeEventListener("abort", onGone);
        };
        const go = () => {
          stop();
          resolve();
        };
        gone?.addEventListener("abort", onGone);
        waiting.push(departmentId, go);
      });
    }
  }

  state() {
    return { threads: this.#pool.threads.length, waiting: this.#waiting.size, done: this.#pool.completed };
  }

  stop(): Promise<void> {
    return this.#pool.destroy();
  }
}

const nobodyWaits = () => new Error("Nobody waits for this any more.");
const tooMuch = () => new Failure("tooMuchAtOnce");

export function startThreads(): Threads {
  const lanes: Record<Lane, LanePool> = {
    short: new LanePool(1, mostWaiting.short),
    interactive: new LanePool(availableParallelism(), mostWaiting.interactive),
    slow: new LanePool(1, mostWaiting.slow),
  };

  async function run<Input, Output>({ name }: Task<Input, Output>, input: Input, asked: Asked): Promise<Output> {
    // Safe: the thread runs exactly the task named, whose output this type is.
    return (await lanes[asked.lane].run({ name, input }, asked)) as Output;
  }
  return {
    run,
    warm: async (one, input) => {
      const asked: Asked = { lane: "interactive", budgetMs: 20_000, departmentId: "" };
      // The thread for orders loads the same libraries; once is enough, it compiles while it works.
      await run(one, input, { ...asked, lane: "short" });
      const all = lanes.interactive.most;
      for (let i = 0; i < 4; i++) await Promise.all(Array.from({ length: all }, () => run(one, input, asked)));
    },
    state: () => Object.entries(lanes).map(([name, lane]) => ({ lane: name as Lane, ...lane.state() })),
    stop: async () => {
      await Promise.all(Object.values(lanes).map((lane) => lane.stop()));
    },
  };
}

/** Runs a task for whoever sent this request: it ends when they have gone, and their department has its turn. */
export function inThread<Input, Output>(
  { threads, caller, gone }: Pick<OpenScope, "threads" | "caller" | "gone">,
  one: Task<Input, Output>,
  input: Input,
  asked: Pick<Asked, "lane" | "budgetMs">,
): Promise<Output> {
  const departmentId = "departmentId" in caller ? caller.departmentId : "";
  return threads.run(one, input, { ...asked, departmentId, gone });
}
