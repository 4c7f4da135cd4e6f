/** Change over time: of a class in a topic, of a student beside the class; and how sure one can be that it is more than chance. */

import { tQuantile, twoSidedT } from "./distributions.ts";
import { holm, twoSided } from "./normal.ts";
import { effectiveAnswers, newcombe, type OfStudent } from "./wilson.ts";

export interface Change {
  /** Later less earlier. */
  readonly difference: number;
  /** The 95 % interval. */
  readonly low: number;
  readonly high: number;
  /** Chance of a change at least as large where there is none. */
  readonly p: number;
}

export type ChangeVerdict = "rise" | "fall" | "unclear";

/** Fewer answers on either side are not held against one another. */
export const fewestToCompare = 5;

/**
 * Difference of two shares of which several answers are one student's: Newcombe's interval (1998) at the effective numbers
 * of answers. The two groups are taken for independent; where they are the same students the interval is too wide rather
 * than too narrow. p is the level at which the interval would touch 0. Null under {@link fewestToCompare} answers.
 */
export function changeOfShares(earlier: readonly OfStudent[], later: readonly OfStudent[]): Change | null {
  const [before, now] = [tally(earlier), tally(later)];
  if (Math.min(before.outOf, now.outOf) < fewestToCompare) return null;
  const between = (z?: number) =>
    newcombe(now.share * now.effective, now.effective, before.share * before.effective, before.effective, z);
  const change = between();
  return change && { ...change, p: twoSided(zTouchingZero(between)) };
}

function tally(students: readonly OfStudent[]) {
  const outOf = students.reduce((sum, one) => sum + one.outOf, 0);
  const share = outOf === 0 ? 0 : students.reduce((sum, one) => sum + one.right, 0) / outOf;
  return { outOf, share, effective: effectiveAnswers(students) };
}

/** How wide the interval may grow until it holds 0, in standard deviations, by halving. */
function zTouchingZero(between: (z: number) => { difference: number; low: number; high: number } | null): number {
  let [inside, outside] = [0, 40];
  for (let i = 0; i < 40; i++) {
    const z = (inside + outside) / 2;
    const at = between(z);
    if (at && (at.low > 0 || at.high < 0)) inside = z;
    else outside = z;
  }
  return inside;
}

/** Answers of a student beside what the class would lead one to expect of them. */
export interface BesideClass {
  readonly answers: number;
  /** Credit earned. */
  readonly right: number;
  /** Credit that the class earned on the same questions, on average, summed. */
  readonly expected: number;
  /** Variance of the credit, p (1 - p) of each question, summed. */
  readonly variance: number;
}

/**
 * Whether a student stands otherwise beside the class than before: the mean residual (credit less the class's mean on the
 * same question) later less earlier, with the normal interval of the difference of two means (residuals as of Rasch
 * analysis, Wright and Stone, 1979, without their scaling). That somebody is stronger or weaker than the class cancels
 * out. Null under {@link fewestToCompare} answers on either side, or where nothing could vary.
 */
export function changeBesideClass(earlier: BesideClass, later: BesideClass): Change | null {
  if (Math.min(earlier.answers, later.answers) < fewestToCompare) return null;
  const variance = earlier.variance / earlier.answers ** 2 + later.variance / later.answers ** 2;
  if (variance <= 0) return null;
  const mean = ({ right, expected, answers }: BesideClass) => (right - expected) / answers;
  const difference = mean(later) - mean(earlier);
  const half = 1.959963984540054 * Math.sqrt(variance);
  return {
    ...{ difference, low: difference - half, high: difference + half },
    p: twoSided(difference / Math.sqrt(variance)),
  };
}

/**
 * What may be said of several changes at once, in the order given: more than chance only where it holds at 5 % for all of
 * them together (Holm, 1979); null where there is nothing to compare.
 */
export function verdictsOn(changes: readonly (Change | null)[]): (ChangeVerdict | null)[] {
  const compared = changes.flatMap((one) => one ?? []);
  const adjusted = new Map(holm(compared.map(({ p }) => p)).map((p, i) => [compared[i], p]));
  return changes.map((one) => {
    if (one === null) return null;
    if ((adjusted.get(one) ?? 1) >= 0.05) return "unclear";
    return one.difference > 0 ? "rise" : "fall";
  });
}

/** A change and what may be said of it together with others. */
export type Judged = Omit<Change, "p"> & { readonly verdict: ChangeVerdict };

/** Each of several changes with its verdict ({@link verdictsOn}), in the order given. */
export function judged(changes: readonly (Change | null)[]): (Judged | null)[] {
  const verdicts = verdictsOn(changes);
  return changes.map((change, i) => {
    const verdict = verdicts[i] ?? null;
    return change && verdict && { difference: change.difference, low: change.low, high: change.high, verdict };
  });
}

/** A student before and after, as shares in [0, 1]. */
export interface Pair {
  readonly before: number;
  readonly after: number;
}

/**
 * Mean of the students' own differences, after less before, with the interval of Student's t (1908). Null under
 * {@link fewestToCompare} students. Whoever was chosen because the first value was low rises by chance alone: a page that
 * shows this says so.
 */
export function meanChange(pairs: readonly Pair[]): Change | null {
  const n = pairs.length;
  if (n < fewestToCompare) return null;
  const differences = pairs.map(({ before, after }) => after - before);
  const difference = differences.reduce((sum, one) => sum + one, 0) / n;
  const error = Math.sqrt(differences.reduce((sum, one) => sum + (one - difference) ** 2, 0) / (n - 1) / n);
  // All differences the same, up to rounding: no spread to judge by.
  if (error < 1e-9) return { difference, low: difference, high: difference, p: Math.abs(difference) < 1e-9 ? 1 : 0 };
  const half = tQuantile(0.95, n - 1) * error;
  return { difference, low: difference - half, high: difference + half, p: twoSidedT(difference / error, n - 1) };
}

/**
 * Normalised gain of a class (Hake, 1998): of what was missing before, the share that was made up; at most 1, below 0 for a
 * loss. 0 where nothing has changed, null where nothing was missing before and some is now.
 *
 * @param before and `after`: means of the class in [0, 1]
 */
export function normalisedGain(before: number, after: number): number | null {
  if (after === before) return 0;
  return before >= 1 ? null : (after - before) / (1 - before);
}
