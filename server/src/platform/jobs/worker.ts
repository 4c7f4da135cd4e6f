/** A worker thread: runs one task at a time; says when it begins, and is told to stop, in shared memory. */
import { tasks, type TaskName } from "./tasks.ts";

export interface Job {
  readonly task: TaskName;
  readonly input: never;
  /** Two Int32, each 0 or 1: the task is asked to stop; it has begun. */
  readonly flags: SharedArrayBuffer;
}

export default function work({ task, input, flags }: Job): Promise<unknown> {
  const state = new Int32Array(flags);
  Atomics.store(state, 1, 1);
  Atomics.notify(state, 1);
  return tasks[task](input, () => Atomics.load(state, 0) === 1);
}
