/** Taking changes of a quiz back and making them again: kept with the quiz, so that a reload or another device loses none. */
import type { Input } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/assembly";
import { inverseOrder, permuted } from "@verdant/core/assembly/layout";
import { Failure } from "../platform/failure.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import type { QuizChange, QuizSide } from "../platform/tables.ts";
import { layoutOf, writeLayout } from "./layout.ts";
import { loadQuiz, type LoadedQuiz } from "./loadQuiz.ts";
import * as stepStore from "./stepStore.ts";

type Quiz = contract.Quiz;

export async function undoQuizStep(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.undoQuizStep>,
): Promise<Quiz> {
  const { db, caller } = scope;
  const loaded = await loadQuiz(scope, caller.departmentId, params.quizId);
  const step = await stepStore.findLastStep(db, caller.departmentId, params.quizId);
  if (!step) throw new Failure("nothingToUndo");
  mustBeOwn(caller, step.by, loaded.quiz.undo);
  return takeStep(scope, loaded, { ...body, n: step.n, isUndone: true, to: sideOf(loaded, step.change, "before") });
}

export async function redoQuizStep(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.redoQuizStep>,
): Promise<Quiz> {
  const { db, caller } = scope;
  const loaded = await loadQuiz(scope, caller.departmentId, params.quizId);
  const step = await stepStore.findUndoneStep(db, caller.departmentId, params.quizId);
  if (!step) throw new Failure("nothingToRedo");
  mustBeOwn(caller, step.by, loaded.quiz.redo);
  return takeStep(scope, loaded, { ...body, n: step.n, isUndone: false, to: sideOf(loaded, step.change, "after") });
}

/** A colleague's change is theirs to take back: here it would go without a word to them. */
function mustBeOwn(caller: Member, by: string, said: { readonly by: string } | null): void {
  if (by !== caller.personId) throw new Failure("lastChangeOfOther", { by: said?.by ?? "" });
}

/** How the quiz stood on that side of a change, given how it stands now, on the other. */
function sideOf(loaded: LoadedQuiz, change: QuizChange, side: "before" | "after"): QuizSide {
  if (change.kind === "layout") return change[side];
  const order = side === "after" ? change.order : inverseOrder(change.order);
  return { parts: permuted(layoutOf(loaded), order), blueprint: loaded.quiz.blueprint };
}

const takeStep = (
  scope: OpenScope<Member>,
  loaded: LoadedQuiz,
  step: { version: number; n: number; isUndone: boolean; to: QuizSide },
): Promise<Quiz> =>
  writeLayout(scope, loaded, {
    version: step.version,
    to: step.to,
    action: step.isUndone ? "undone" : "redone",
    note: async ({ db, caller }) => {
      await stepStore.markStep(db, caller.departmentId, loaded.quiz.id, step.n, step.isUndone);
      return stepStore.findSteps(db, caller.departmentId, loaded.quiz.id);
    },
  });
