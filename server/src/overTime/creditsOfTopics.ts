/** Credits of a class by release, student and topic, under the topics that its course lists. */
import { groupBy } from "@verdant/core/groupBy";
import type { BesideClass } from "@verdant/core/insight/growth";
import type * as store from "./store.ts";

type Row = Awaited<ReturnType<typeof store.sumCreditsOfTopics>>[number];
export type Credits = Omit<Row, "topicId"> & {
  /** The topic that the course lists; null: none of them. */
  readonly topicId: string | null;
};

/** @param rows of a class; what is of other releases than these is left out */
export function creditsOfTopics(
  rows: readonly Row[],
  releaseIds: readonly string[],
  rollUp: ReadonlyMap<string, string>,
): Credits[] {
  const shown = new Set(releaseIds);
  const listed = rows
    .filter(({ releaseId }) => shown.has(releaseId))
    .map((row) => ({ ...row, topicId: rollUp.get(row.topicId ?? "") ?? null }));
  return [...groupBy(listed, (row) => `${row.releaseId} ${row.studentId} ${row.topicId}`).values()].map(
    (own) => own.reduce(added) as Credits,
  );
}

const added = (sum: Credits, row: Credits): Credits => ({
  ...sum,
  right: sum.right + row.right,
  outOf: sum.outOf + row.outOf,
  expected: sum.expected + row.expected,
  variance: sum.variance + row.variance,
});

/** Credit of each student, whatever it is of. */
export const byStudent = (
  rows: readonly { readonly studentId: string; readonly right: number; readonly outOf: number }[],
) =>
  [...groupBy(rows, (row) => row.studentId).values()].map((own) => ({
    right: own.reduce((sum, row) => sum + row.right, 0),
    outOf: own.reduce((sum, row) => sum + row.outOf, 0),
  }));

/** Quizzes of a student that count as the latest. */
const latest = 3;

/** A student beside the class in the last three quizzes they took, and in those before. */
export function besideClass(
  releaseIds: readonly string[],
  own: readonly Credits[],
): { readonly before: BesideClass; readonly now: BesideClass } {
  const taken = releaseIds.filter((id) => own.some((row) => row.releaseId === id));
  const last = new Set(taken.slice(-latest));
  const sum = (rows: readonly Credits[]): BesideClass => ({
    answers: rows.reduce((total, row) => total + row.outOf, 0),
    right: rows.reduce((total, row) => total + row.right, 0),
    expected: rows.reduce((total, row) => total + row.expected, 0),
    variance: rows.reduce((total, row) => total + row.variance, 0),
  });
  return {
    before: sum(own.filter((row) => !last.has(row.releaseId))),
    now: sum(own.filter((row) => last.has(row.releaseId))),
  };
}
