/** Credits of a class by release, student and topic, under the topics that its course lists. */
import { groupBy } from "@verdant/core/groupBy";
import { creditsByTopic, type CreditsOfTopic } from "@verdant/core/insight/firstGoes";
import type { BesideClass } from "@verdant/core/insight/growth";
import type { FirstGoes } from "../insight/firstGoes.ts";

/** Its topic is one that the course lists; null: none of them. */
export type Credits = CreditsOfTopic;

/**
 * @param releaseIds of others nothing is said
 * @param isTold of whom topics are told apart; of everybody else there is one row for a release
 */
export function creditsOfTopics(
  { goes, items }: FirstGoes,
  releaseIds: readonly string[],
  rollUp: ReadonlyMap<string, string>,
  isTold: (studentId: string) => boolean = () => true,
): Credits[] {
  const shown = new Set(releaseIds);
  return creditsByTopic(
    goes.filter(({ releaseId }) => shown.has(releaseId)),
    (item, studentId) => (isTold(studentId) ? rollUp.get(items.get(item)?.topicId ?? "") : undefined),
  );
}

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
