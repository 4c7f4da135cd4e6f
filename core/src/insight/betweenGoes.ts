/** Whether a student did better in a later go than in an earlier one by more than chance would. */

import { halfTail } from "./distributions.ts";

/** Logits, with the standard deviation of what is believed. */
export interface Measured {
  readonly ability: number;
  readonly error: number;
}

/** An answer to a question of known difficulty in logits; `question` tells whether two are to the same one. */
export interface GoAnswer {
  readonly question: string;
  readonly credit: number;
  readonly difficulty: number;
}

/**
 * Reliable change index (Jacobson and Truax, 1991): the difference of two abilities over its standard error.
 *
 * @example reliableChange({ ability: -0.5, error: 0.5 }, { ability: 0.6, error: 0.45 }) // 1.635247
 */
export const reliableChange = (before: Measured, now: Measured): number =>
  (now.ability - before.ability) / Math.hypot(before.error, now.error);

/**
 * Exact test of McNemar (1947): of the questions of which one answer was right, two-sided, how likely so uneven a split is
 * where nothing has changed. 1 without any.
 */
export function mcNemar(gained: number, lost: number): number {
  return gained + lost === 0 ? 1 : Math.min(1, 2 * halfTail(Math.max(gained, lost), gained + lost));
}

const nodes = Array.from({ length: 61 }, (_, q) => -6 + q * 0.2);

/**
 * Ability expected a posteriori under a standard normal prior (Bock and Mislevy, 1982), by Rasch: goes of different questions
 * come onto one scale.
 */
export function abilityOf(answers: readonly Pick<GoAnswer, "credit" | "difficulty">[]): Measured {
  const logs = nodes.map((theta) =>
    answers.reduce(
      (sum, { credit, difficulty }) => sum + credit * (theta - difficulty) - Math.log1p(Math.exp(theta - difficulty)),
      -0.5 * theta ** 2,
    ),
  );
  const most = Math.max(...logs);
  const weights = logs.map((one) => Math.exp(one - most));
  const total = weights.reduce((sum, one) => sum + one, 0);
  const mean = (of: (theta: number) => number) =>
    nodes.reduce((sum, theta, q) => sum + of(theta) * (weights[q] ?? 0), 0) / total;
  const ability = mean((theta) => theta);
  return { ability, error: Math.sqrt(Math.max(0, mean((theta) => theta ** 2) - ability ** 2)) };
}

export interface BetweenGoes {
  /** Most questions were the same in both: these are held against each other; else the abilities. */
  readonly by: "sameQuestions" | "ability";
  readonly verdict: "rise" | "fall" | "unclear";
}

/** Fewer answers in a go, and nothing is said. */
const fewestInGo = 5;
/** One-sided 5 %: whether it is growth is what is asked (statistics brief B6). */
const grown = 1.645;

/** Null where one of the goes has fewer than five answers. */
export function betweenGoes(first: readonly GoAnswer[], last: readonly GoAnswer[]): BetweenGoes | null {
  if (Math.min(first.length, last.length) < fewestInGo) return null;
  const before = new Map(first.map((one) => [one.question, one.credit >= 1]));
  const both = last.flatMap(({ question, credit }) => {
    const was = before.get(question);
    return was === undefined ? [] : [{ was, is: credit >= 1 }];
  });
  if (both.length >= 0.8 * Math.max(first.length, last.length)) {
    const gained = both.filter(({ was, is }) => is && !was).length;
    const lost = both.filter(({ was, is }) => was && !is).length;
    const isClear = mcNemar(gained, lost) < 0.05;
    return { by: "sameQuestions", verdict: !isClear ? "unclear" : gained > lost ? "rise" : "fall" };
  }
  const z = reliableChange(abilityOf(first), abilityOf(last));
  return { by: "ability", verdict: z > grown ? "rise" : z < -grown ? "fall" : "unclear" };
}
