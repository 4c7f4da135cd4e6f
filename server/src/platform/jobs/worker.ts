/** A worker thread: runs one task at a time, told to stop by a flag in shared memory. */
import { tasks, type TaskName } from "./tasks.ts";

export interface Job {
  readonly task: TaskName;
  readonly input: never;
  /** One Int32: 0 run, 1 stop. */
  readonly flag: SharedArrayBuffer;
}

export default function work({ task, input, flag }: Job): Promise<unknown> {
  const state = new Int32Array(flag);
  return tasks[task](input, () => Atomics.load(state, 0) === 1);
}
