/** The tasks of the worker: one line each. Plain data in and out. */
import { reencodeTask, type ReencodeInput, type ReencodeOutput } from "../../media/reencodeTask.ts";
import { composeTask, type ComposeInput, type ComposeOutput } from "../../assembly/composeTask.ts";

export interface Tasks {
  compose: { input: ComposeInput; output: ComposeOutput };
  reencode: { input: ReencodeInput; output: ReencodeOutput };
}
export type TaskName = keyof Tasks;

/** Asked by a task between rounds; true once its job is cancelled. */
export type Cancelled = () => boolean;

export const tasks: {
  readonly [N in TaskName]: (input: Tasks[N]["input"], cancelled: Cancelled) => Promise<Tasks[N]["output"]>;
} = {
  compose: composeTask,
  reencode: reencodeTask,
};
