/** From an answer to the probability that the topic was recalled: the discount for guessing and slips. */

/** The evidence of one first, unaided answer. */
export interface AnswerEvidence {
  /** Credit in [0, 1]. */
  readonly credit: number;
  /** Probability of a right answer without recall, in [0, 1). */
  readonly chance: number;
  /** Probability of a wrong answer with recall, in [0, 0.45]. */
  readonly slip: number;
}

/**
 * Slip of an item of Rasch difficulty `b` in logits: 1 - clamp(logistic(2.2 - b), 0.55, 0.97).
 *
 * @example slipOf(0) // 0.09975
 */
export function slipOf(b: number): number {
  return 1 - Math.min(0.97, Math.max(0.55, 1 / (1 + Math.exp(b - 2.2))));
}

/**
 * The writer's estimate 1 (easy) to 5 (hard) as a Rasch difficulty in logits: -1.6, -0.8, 0, 0.8, 1.6.
 *
 * @throws RangeError outside 1..5
 */
export function difficultyOf(writerEstimate: number): number {
  if (!(writerEstimate >= 1 && writerEstimate <= 5)) throw new RangeError(`not in 1..5: ${writerEstimate}`);
  return (writerEstimate - 3) * 0.8;
}

/** Recall at which reviews are meant to come, and so the typical recall behind a known share. */
const usualRecall = 0.8;
/** The writer's word weighs as much as so many answers. */
const writersWeight = 10;

/**
 * Slip of an item from what is known of it: the share of first answers that were right, put together with its writer's
 * estimate. The share expected of the estimate is c + (1 - s - c) R at the usual R of 0.8 and counts as ten answers (a
 * Beta prior; blending as for difficulties); the posterior share is solved for s, within [0.03, 0.45]. Without answers it
 * is {@link slipOf} of the estimate. Where the item is on the department's one scale, the share of average students that
 * is known from there takes the place of all this: it has heard the writer, and it knows which class answered.
 *
 * @param item.right credit of first answers; @param item.outOf their number
 * @param item.calibrated Rasch difficulty in logits; null or absent: not on the scale
 */
export function slipKnown(item: {
  readonly writerEstimate: number;
  readonly chance: number;
  readonly right: number;
  readonly outOf: number;
  readonly calibrated?: number | null;
}): number {
  const { writerEstimate, chance, right, outOf, calibrated = null } = item;
  const slipAt = (share: number) => Math.min(0.45, Math.max(0.03, 1 - chance - (share - chance) / usualRecall));
  if (calibrated !== null) return slipAt(1 / (1 + Math.exp(calibrated)));
  const byWriter = slipOf(difficultyOf(writerEstimate));
  if (outOf === 0) return byWriter;
  const expected = expectedScore(usualRecall, chance, byWriter);
  const share = (right + writersWeight * expected) / (outOf + writersWeight);
  return slipAt(share);
}

/**
 * Probability in [0, 1] that the topic was recalled, given all answers of one student to it on one day.
 *
 * Bayes with P(right | recalled) = 1 - slip and P(right | not recalled) = chance; partial credit y interpolates the
 * likelihood geometrically, L(1)^y L(0)^(1-y). Without answers it is the prior.
 *
 * @param prior predicted recall, in [0, 1]
 * @example posterior(0.5, [{ credit: 1, chance: 0.25, slip: 0.1 }]) // 0.782609
 */
export function posterior(prior: number, answers: readonly AnswerEvidence[]): number {
  let recalled = prior;
  let forgotten = 1 - prior;
  for (const { credit, chance, slip } of answers) {
    recalled *= (1 - slip) ** credit * slip ** (1 - credit);
    forgotten *= chance ** credit * (1 - chance) ** (1 - credit);
  }
  const total = recalled + forgotten;
  return total === 0 ? prior : recalled / total;
}

/** Expected credit of an item when its topic is recalled with probability `recalled`: c + (1 - s - c) R. */
export function expectedScore(recalled: number, chance: number, slip: number): number {
  return chance + (1 - slip - chance) * recalled;
}
