/** What the figures of an item are worth, and how it went, in one word each. */

/** How an item went so far; `open`: too few answers to say. */
export const wents = ["hard", "middling", "easy", "open"] as const;
export type Went = (typeof wents)[number];

/** Below this many first answers a share says more about those who answered than about the item. */
const fewest = 10;

/**
 * In which band the share right lies: below 40 %, from there to 80 %, above it.
 *
 * @param creditSum credit earned, 0 to `answers`
 * @param answers first answers; below ten the item counts as open
 */
export function wentOf(creditSum: number, answers: number): Went {
  if (answers < fewest) return "open";
  const share = creditSum / answers;
  if (share < 0.4) return "hard";
  return share > 0.8 ? "easy" : "middling";
}

/**
 * How far figures from so many first answers can be trusted: below ten the writer's estimate says more; from about
 * sixty on a difficulty has a standard error of 0.30 logits or less (Lord, 1980), and is settled.
 */
export function trustOf(answers: number): "estimate" | "provisional" | "settled" {
  if (answers < fewest) return "estimate";
  return answers < 60 ? "provisional" : "settled";
}
