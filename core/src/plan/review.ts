/** What one review does to the memory of a topic. */

import { recall } from "./recall.ts";

/** FSRS-6 default weights w0..w20 (J. Ye and others, 2025); only w4..w14 are used by the fractional review. */
const w = [
  0.212, 1.2931, 2.3065, 8.2956, 6.4133, 0.8334, 3.0194, 0.001, 1.8722, 0.1666, 0.796, 1.4835, 0.0614, 0.2629, 1.6483,
  0.6014, 1.8729, 0.5425, 0.0912, 0.0658, 0.1542,
] as const;

/** Stability S in days and difficulty D in [1, 10] of one topic in one student's memory. */
export interface Strength {
  readonly s: number;
  readonly d: number;
}

/** The state of a topic on the day it was taught. */
export const taughtStrength: Strength = { s: 5, d: 5 };

const clampStability = (s: number) => Math.min(3650, Math.max(0.1, s));
const clampDifficulty = (d: number) => Math.min(10, Math.max(1, d));

/** Stability in days, clamped to [0.1, 3650], after a review that succeeded at recall `r` (FSRS-6, grade "good"). */
export function afterSuccess({ s, d }: Strength, r: number): number {
  return clampStability(s * (1 + Math.exp(w[8]) * (11 - d) * s ** -w[9] * (Math.exp(w[10] * (1 - r)) - 1)));
}

/** Stability in days, clamped to [0.1, 3650] and never above `s`, after a review that failed at recall `r`. */
export function afterFailure({ s, d }: Strength, r: number): number {
  return clampStability(Math.min(s, w[11] * d ** -w[12] * ((s + 1) ** w[13] - 1) * Math.exp(w[14] * (1 - r))));
}

/**
 * Difficulty in [1, 10] after a review at the fractional grade g = 1 + 2 pi: linear damping, then reversion to the
 * first difficulty of an easy card (FSRS-6).
 *
 * @param pi probability that the topic was recalled, in [0, 1]
 */
export function nextDifficulty(d: number, pi: number): number {
  const grade = 1 + 2 * pi;
  const damped = d - (w[6] * (grade - 3) * (10 - d)) / 9;
  const easy = w[4] - Math.exp(w[5] * 3) + 1;
  return clampDifficulty(w[7] * easy + (1 - w[7]) * damped);
}

/** Share of a topic with `standards` standards that `items` items of one day exercise: 1 - (1 - 1/sqrt(m))^n, in [0, 1]. */
export function shareExercised(standards: number, items: number): number {
  return 1 - (1 - 1 / Math.sqrt(Math.max(1, standards))) ** items;
}

/**
 * The strength after one day's review, recalled with probability `pi`, of which the items exercised the share `kappa`.
 *
 * Geometric interpolation, because S lives on a log scale: ln S' = ln S + kappa (pi ln(S+/S_e) + (1 - pi) ln(S-/S_e));
 * D' = D + kappa (next(D, pi) - D). S_e = S e^offset is the effective stability: recall, S+ and S- come from it, and S
 * is scaled. pi = 1 or 0 with kappa = 1 and no offset is FSRS-6 "good" or "again".
 *
 * @param days since the last review, 0 or more
 * @param pi in [0, 1]
 * @param kappa in [0, 1]
 * @param offset sum of the learned offsets, a natural logarithm
 */
export function review(before: Strength, days: number, pi: number, kappa: number, offset = 0): Strength {
  const effective = { s: before.s * Math.exp(offset), d: before.d };
  const r = recall(days, effective.s);
  const gain = Math.log(afterSuccess(effective, r) / effective.s);
  const loss = Math.log(afterFailure(effective, r) / effective.s);
  return {
    s: clampStability(before.s * Math.exp(kappa * (pi * gain + (1 - pi) * loss))),
    d: before.d + kappa * (nextDifficulty(before.d, pi) - before.d),
  };
}

/**
 * What one review today should be worth on exam day: the rise of recall there, in [-1, 1], when the review is recalled
 * with the probability that the model predicts.
 *
 * @param sinceLast days since the last review
 * @param toExam days from today to the exam, 0 or more
 */
export function marginalGain(before: Strength, sinceLast: number, toExam: number, kappa: number): number {
  const after = review(before, sinceLast, recall(sinceLast, before.s), kappa);
  return recall(toExam, after.s) - recall(sinceLast + toExam, before.s);
}
