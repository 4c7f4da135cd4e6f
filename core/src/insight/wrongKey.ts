/** Whether the answers to an item speak for another key than the one it has, and whether it is as hard as its writer thought. */

import { logGamma } from "./distributions.ts";
import type { Interval } from "./wilson.ts";

/** How sure one is of a key before anybody has answered. */
const priorOfKey = 0.98;
/** Siblings are similar, not the same: their answers weigh half, and at most like this many. */
const mostSiblingAnswers = 40;

const logBeta = (a: number, b: number) => logGamma(a) + logGamma(b) - logGamma(a + b);
const logFactorial = (n: number) => logGamma(n + 1);

/**
 * For each option the probability that it is the true key, given how often each was chosen and how its siblings (other
 * variants of its family) went: a beta-binomial for the hypothesised key, its mean from the siblings, and a uniform
 * Dirichlet-multinomial for the rest. Statistics brief B7; alarm when the current key's is below 0.1.
 *
 * @param counts answers per option, whole numbers, at least two options
 * @param key place of the current key
 * @param siblings first answers to the siblings: how many were right, of how many
 * @returns probabilities that sum to 1
 * @example keyPosterior([3, 19, 4, 2], 0, { right: 82, outOf: 110 }) // [0.000016, 0.999983, 0.000001, 0]
 */
export function keyPosterior(
  counts: readonly number[],
  key: number,
  siblings: { readonly right: number; readonly outOf: number },
): number[] {
  const n = counts.reduce((sum, count) => sum + count, 0);
  const weight = Math.min(mostSiblingAnswers, siblings.outOf / 2);
  const share = siblings.outOf === 0 ? 0 : siblings.right / siblings.outOf;
  const [a, b] = [1 + weight * share, 1 + weight * (1 - share)];
  const others = counts.length - 1;
  const logs = counts.map((count, j) => {
    const prior = j === key ? priorOfKey : (1 - priorOfKey) / others;
    const rest = n - count;
    const chooses = logFactorial(n) - logFactorial(count) - logFactorial(rest);
    const asKey = chooses + logBeta(count + a, rest + b) - logBeta(a, b);
    const spread = logFactorial(rest) + logGamma(others) - logGamma(rest + others);
    return Math.log(prior) + asKey + spread;
  });
  const most = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - most));
  const total = weights.reduce((sum, one) => sum + one, 0);
  return weights.map((one) => one / total);
}

/** Logits between two steps of the writer's scale of 1 to 5, and how far writers are usually off (statistics brief B4). */
const [step, spread] = [0.8, 0.8];

/**
 * "harder" or "easier" when the share right, with its interval, lies outside what the writer's estimate allows; null when it
 * does not, or when nobody has answered.
 *
 * @param difficulty the writer's estimate, 1 (easy) to 5 (hard)
 * @param chance probability of full credit by guessing
 */
export function surpriseOf(
  share: { readonly low: number | null; readonly high: number | null } | Interval,
  difficulty: number,
  chance: number,
): "harder" | "easier" | null {
  if (share.low === null || share.high === null) return null;
  const b = (difficulty - 3) * step;
  const expected = (logit: number) => chance + (1 - chance) / (1 + Math.exp(logit));
  if (share.high < expected(b + 1.96 * spread)) return "harder";
  return share.low > expected(b - 1.96 * spread) ? "easier" : null;
}
