/** How sure we are that a student has secured a standard. */

import { betaCdf } from "./distributions.ts";

export type MasteryLabel = "noEvidence" | "tooEarly" | "secure" | "notYet" | "uncertain";

/** The share from which a standard counts as secure where nobody says another. */
export const usualSecureLine = 0.7;

export interface Mastery {
  /** Posterior mean of the share right, in [0, 1]. */
  readonly mean: number;
  /** Probability that the share lies at or above the secure line. */
  readonly probability: number;
  readonly label: MasteryLabel;
}

/**
 * Mastery from `right` of `given` answers: the posterior Beta(m kappa + k, (1 - m) kappa + n - k) against the secure line.
 *
 * Labels: under 3 answers too early; probability at least .8 and 4 answers secure; at most .2 not yet; else uncertain. A
 * promise of .8 is wrong for about one in five, so "secure" is never shown as a fact.
 *
 * @param right credit earned, in [0, given]
 * @param prior mean of the class on this standard in (0, 1), and how many answers it weighs
 * @param secureLine in (0, 1)
 */
export function masteryOf(
  right: number,
  given: number,
  prior: { readonly mean: number; readonly weight: number } = { mean: 0.6, weight: 2 },
  secureLine = usualSecureLine,
): Mastery {
  const a = prior.mean * prior.weight + right;
  const b = (1 - prior.mean) * prior.weight + given - right;
  const probability = 1 - betaCdf(secureLine, a, b);
  return { mean: a / (a + b), probability, label: labelOf(probability, given) };
}

export interface Tally {
  /** Credit earned, in [0, given]. */
  readonly right: number;
  readonly given: number;
}

/** The class's mean on a standard weighs as much as two answers. */
const classWeight = 2;

/**
 * What is believed of a student of a class before their own answers: the class's mean on the standard, kept off 0 and 1;
 * .6 while nobody has answered.
 */
export function priorOfClass(students: readonly Tally[]): { readonly mean: number; readonly weight: number } {
  const given = students.reduce((sum, one) => sum + one.given, 0);
  const share = given === 0 ? 0.6 : students.reduce((sum, one) => sum + one.right, 0) / given;
  return { mean: Math.min(0.98, Math.max(0.02, share)), weight: classWeight };
}

/**
 * How many of a class are secure in a standard at another line.
 *
 * @param secureLine in (0, 1)
 */
export function countSecure(students: readonly Tally[], secureLine: number): number {
  const prior = priorOfClass(students);
  return students.filter(({ right, given }) => masteryOf(right, given, prior, secureLine).label === "secure").length;
}

/**
 * How many further answers, all right, would make a student secure; 0 when they are. Null when not even `most` would.
 *
 * @param most how far to look, 1 or more
 */
export function answersToSecure(
  { right, given }: Tally,
  prior: { readonly mean: number; readonly weight: number },
  secureLine: number,
  most = 12,
): number | null {
  for (let more = 0; more <= most; more++)
    if (masteryOf(right + more, given + more, prior, secureLine).label === "secure") return more;
  return null;
}

function labelOf(probability: number, given: number): MasteryLabel {
  if (given === 0) return "noEvidence";
  if (given < 3) return "tooEarly";
  if (probability >= 0.8 && given >= 4) return "secure";
  return probability <= 0.2 ? "notYet" : "uncertain";
}
