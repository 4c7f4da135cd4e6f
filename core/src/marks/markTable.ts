/** A class's marks: what counts of each quiz, and the mean over quizzes by their weights. */
import { isEnough } from "../delivery/beforeGo.ts";
import { markOf, type PresetName, type Rules } from "../delivery/rules.ts";

export interface GoPoints {
  /** Of what has a mark. */
  readonly points: number;
  /** Points to be had; what waits for a mark is not in it. */
  readonly outOf: number;
}

/**
 * What counts of several goes, in points and out of how many: those of the first go, since goes of one quiz are out of
 * the same. Null without a go.
 *
 * @param goes handed in, in the order they were taken
 */
export function markOfGoes(counts: Rules["counts"], goes: readonly GoPoints[]): GoPoints | null {
  const [first] = goes;
  const points = markOf(
    counts,
    goes.map((go) => go.points),
  );
  return first === undefined || points === null ? null : { points, outOf: first.outOf };
}

/**
 * What points count where the whole counts `outOf`, whatever its points add up to.
 *
 * @param whole points of the whole, those that wait for a mark among them
 * @param outOf null: as they are
 */
export function scaled(outOf: number | null, whole: number, mark: GoPoints): GoPoints {
  const factor = outOf === null || whole === 0 ? 1 : outOf / whole;
  return { points: mark.points * factor, outOf: mark.outOf * factor };
}

/** How many of these shares (0 to 1; null: none yet) reach a line of so many percent. */
export const countFrom = (percent: number, shares: readonly (number | null)[]): number =>
  shares.filter((share) => isEnough(percent, share)).length;

/** How much a quiz weighs until somebody says otherwise: checks and tests 1; practice, reviews and what comes before teaching 0. */
export const usualWeight = (preset: PresetName): number => (preset === "check" || preset === "test" ? 1 : 0);

/**
 * The mean of shares by weight: sum of weight times share over the sum of the weights, both over the quizzes that a
 * student has a mark in. A quiz without a mark is left out, not zero.
 *
 * @param marks weights from 0 on; null: no mark (absent, excused, not given)
 * @returns `share` from 0 to 1, null where nothing counts yet; `counted` of how many quizzes
 */
export function meanMark(marks: readonly { readonly weight: number; readonly mark: GoPoints | null }[]) {
  const counted = marks.flatMap(({ weight, mark }) =>
    weight > 0 && mark !== null && mark.outOf > 0 ? [{ weight, share: mark.points / mark.outOf }] : [],
  );
  const weights = counted.reduce((sum, { weight }) => sum + weight, 0);
  const share = counted.reduce((sum, one) => sum + one.weight * one.share, 0) / weights;
  return { share: weights === 0 ? null : share, counted: counted.length };
}
