/** A quiz as a release takes it: its places with the revisions that are approved now. */
import { need } from "../platform/failure.ts";
import type { Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export async function snapshotOf({ db }: Scope, departmentId: string, quizId: string) {
  const quiz = need(await store.findQuiz(db, departmentId, quizId), "quiz");
  const places = await store.listPlaces(db, departmentId, quizId);
  return {
    id: quiz.id,
    name: quiz.name,
    version: quiz.version,
    classId: quiz.classId ?? "",
    places: places.map(({ itemId, number, unitId, points, status, approvedRevisionId }) => ({
      itemId,
      number,
      unitId,
      points,
      /** null: the item cannot be used. */
      revisionId: status === "approved" ? approvedRevisionId : null,
    })),
  };
}
