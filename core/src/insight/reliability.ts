/** How far the marks of a quiz tell students apart by more than chance. */

import { abilityOf } from "./betweenGoes.ts";
import { fQuantile } from "./distributions.ts";

/** An answer that was marked: `difficulty` in logits, `credit` in [0, 1], `points` that the question is worth. */
export interface MarkedAnswer {
  readonly question: string;
  readonly credit: number;
  readonly points: number;
  readonly difficulty: number;
}

export interface Consistency {
  /** Share of the variance of the marks that is not chance, at least; at most 1, and below 0 where questions disagree. */
  readonly alpha: number;
  /** The 95 % interval. */
  readonly low: number;
  readonly high: number;
  /** Standard deviation of the marks, and how far a mark lies from what it would be on average; in points. */
  readonly deviation: number;
  readonly error: number;
}

const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;

/** Variance with n - 1; 0 for fewer than two. */
function variance(values: readonly number[]): number {
  const middle = mean(values);
  return values.length < 2 ? 0 : values.reduce((sum, one) => sum + (one - middle) ** 2, 0) / (values.length - 1);
}

/**
 * Coefficient alpha (Cronbach, 1951) of students x questions, with the interval of Feldt (1965) and the standard error of
 * measurement. Null for fewer than two students or questions, or where all marks are equal.
 *
 * @param points what each student earned at each question; rows of equal length
 */
export function consistency(points: readonly (readonly number[])[]): Consistency | null {
  const [n, k] = [points.length, points[0]?.length ?? 0];
  if (n < 2 || k < 2) return null;
  const total = variance(points.map((row) => row.reduce((sum, one) => sum + one, 0)));
  if (total <= 0) return null;
  const parts = Array.from({ length: k }, (_, j) => variance(points.map((row) => row[j] ?? 0)));
  const alpha = (k / (k - 1)) * (1 - parts.reduce((sum, one) => sum + one, 0) / total);
  const bound = (p: number) => 1 - (1 - alpha) * fQuantile(p, n - 1, (n - 1) * (k - 1));
  const deviation = Math.sqrt(total);
  return {
    ...{ alpha, low: bound(0.975), high: bound(0.025), deviation },
    error: deviation * Math.sqrt(1 - Math.min(1, Math.max(0, alpha))),
  };
}

/**
 * Marginal reliability (Green, Bock, Humphreys, Linn and Reckase, 1984) of abilities expected a posteriori: the share of their
 * variance that is not error. For students who had different questions. Null where there is no variance at all.
 */
export function marginalReliability(abilities: readonly { readonly ability: number; readonly error: number }[]) {
  const between = variance(abilities.map(({ ability }) => ability));
  const within = mean(abilities.map(({ error }) => error ** 2));
  return between + within > 0 ? between / (between + within) : null;
}

export type Reliability =
  | ({ readonly by: "sameQuestions"; readonly students: number; readonly questions: number } & Consistency)
  | { readonly by: "ability"; readonly students: number; readonly share: number };

/** Fewer students, or fewer questions that all of them had, and alpha says nothing. */
export const [fewestStudents, fewestQuestions] = [10, 5];

/**
 * Of a quiz, from one go each. Alpha over what everybody had: filling the gaps of different questions would be biased low
 * (statistics brief, reliability); too little in common, and abilities come onto one scale by their difficulties. Null: too
 * few, or nothing differs.
 */
export function reliabilityOf(students: readonly (readonly MarkedAnswer[])[]): Reliability | null {
  if (students.length < fewestStudents) return null;
  const byQuestion = students.map((answers) => new Map(answers.map((one) => [one.question, one])));
  const common = (students[0] ?? [])
    .map(({ question }) => question)
    .filter((question) => byQuestion.every((own) => own.has(question)));
  if (common.length >= fewestQuestions) {
    const earned = (own: ReadonlyMap<string, MarkedAnswer>) =>
      common.map((question) => (own.get(question)?.credit ?? 0) * (own.get(question)?.points ?? 0));
    const found = consistency(byQuestion.map(earned));
    return found && { by: "sameQuestions", students: students.length, questions: common.length, ...found };
  }
  const measured = students.filter((answers) => answers.length >= fewestQuestions);
  if (measured.length < fewestStudents) return null;
  const share = marginalReliability(measured.map(abilityOf));
  return share === null ? null : { by: "ability", students: measured.length, share };
}
