/** A quiz as a release takes it: its parts and places with the revisions that are approved now. */
import type { Caller, OpenScope } from "../platform/scope.ts";
import type { Db } from "../platform/database.ts";
import * as store from "./store.ts";
import { loadQuiz, revisionFor, type ItemNow } from "./loadQuiz.ts";

const usableFor = (caller: Caller) => (item: ItemNow) => ({
  itemId: item.id,
  number: item.number,
  topicId: item.topicId,
  stimulusRevisionId: item.stimulusRevisionId,
  /** null: the item cannot be used. */
  revisionId: revisionFor(caller, item),
});

export async function snapshotOf(scope: OpenScope, departmentId: string, quizId: string) {
  const usable = usableFor(scope.caller);
  const { quiz, due, parts, places } = await loadQuiz(scope, departmentId, quizId);
  return {
    id: quiz.id,
    name: quiz.name,
    version: quiz.version,
    classId: due.class.id,
    parts: parts.map((part) => ({
      ...part,
      places: places
        .filter((place) => place.partId === part.id)
        .map((place) => ({
          kind: place.type,
          unitId: place.row.unitId,
          points: place.points,
          // What cannot be given is drawn by nobody; the composer says so.
          take: place.type === "draw" ? place.take : null,
          text: place.type === "interlude" ? place.text : null,
          items:
            place.type === "fixed"
              ? [usable(place.item)]
              : place.type === "draw"
                ? place.pool.map(usable).filter((item) => item.revisionId !== null)
                : [],
        })),
    })),
  };
}

/** Whether the quiz is still of this version; locked until the transaction ends. */
export const isOfVersion = async (db: Db, departmentId: string, quizId: string, version: number): Promise<boolean> =>
  (await store.lockVersion(db, departmentId, quizId)) === version;
