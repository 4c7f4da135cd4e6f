/** Notes a change of a quiz, so that it can be taken back. */
import type { Member, Scope } from "../platform/scope.ts";
import type { QuizChange } from "../platform/tables.ts";
import type { LoadedQuiz } from "./loadQuiz.ts";
import * as stepStore from "./stepStore.ts";

/** As many changes of a quiz as can be taken back. */
const kept = 50;

/** Whose change can be taken back next, and made again. */
export type Steps = Pick<LoadedQuiz["quiz"], "undo" | "redo">;

/** Puts a change of the caller's on top of those that stand; called in the transaction that makes it. */
export async function noteStep({ db, caller, now }: Scope<Member>, quizId: string, change: QuizChange): Promise<Steps> {
  const { departmentId, personId, name } = caller;
  await stepStore.pushStep(db, { departmentId, quizId, by: personId, at: now(), change }, kept);
  return { undo: { by: name, id: personId }, redo: null };
}

export const shownSteps = ({ undo, redo }: Steps, callerId: string | null) => ({
  undo: undo && { by: undo.by, isMine: undo.id === callerId },
  redo: redo && { by: redo.by, isMine: redo.id === callerId },
});
