/** A thread: does one task at a time; says when it begins, and is told to stop, in shared memory. */
import { composeTask } from "./assembly/composeTask.ts";
import { dealTask } from "./assembly/dealTask.ts";
import { compose, dealing, weave } from "./assembly/tasks.ts";
import { weaveTask } from "./assembly/weaveTask.ts";
import { calibrateTask } from "./insight/calibrateTask.ts";
import { doubtTask } from "./insight/doubtTask.ts";
import { calibration, doubting } from "./insight/tasks.ts";
import { reencodeTask } from "./media/reencodeTask.ts";
import { reencode } from "./media/tasks.ts";
import type { Cancelled, Task } from "./platform/threads.ts";

type Work = (input: never, cancelled: Cancelled) => unknown;

const served = new Map<string, Work>();

const serve = <Input, Output>(
  { name }: Task<Input, Output>,
  work: (input: Input, cancelled: Cancelled) => Output | Promise<Output>,
) => served.set(name, work);

serve(compose, composeTask);
serve(weave, weaveTask);
serve(dealing, dealTask);
serve(reencode, reencodeTask);
serve(calibration, calibrateTask);
serve(doubting, doubtTask);

interface Job {
  readonly name: string;
  readonly input: never;
  /** Two Int32, each 0 or 1: the task is asked to stop; it has begun. */
  readonly flags: SharedArrayBuffer;
}

export default function work({ name, input, flags }: Job): unknown {
  const state = new Int32Array(flags);
  Atomics.store(state, 1, 1);
  Atomics.notify(state, 1);
  return served.get(name)?.(input, () => Atomics.load(state, 0) === 1);
}
