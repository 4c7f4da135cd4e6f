/** Shares a number of items among topics. */

/** How much one more item of the same topic in the same sitting is worth, relative to the one before. */
export const repeatWorth = 0.45;

export interface Claim {
  /** Weight, 0 or more; only ratios matter. */
  readonly weight: number;
  /** Whole number: given first, as far as the total reaches. */
  readonly floor: number;
  /** Whole number: never exceeded, not even by the floor. */
  readonly cap: number;
  /** Days unseen: of equal weights, the longer unseen goes first. */
  readonly unseenDays: number;
}

/**
 * Whole numbers of items, one for each claim, summing to `total` or to what caps and weights allow.
 *
 * Highest averages with a geometric divisor: the next item goes to the largest weight x 0.45^k, k being what the claim
 * already has. Raising `total` therefore never takes an item from anybody (largest remainders break that rule), and
 * scaling all weights changes nothing. Floors come first, one each per round, largest weight first. A weight of 0 gets
 * only its floor. Ties: larger weight, then longer unseen, then the earlier claim.
 *
 * The scheme is that of Sainte-Laguë (1910) with another divisor.
 *
 * @example apportion(7, [53, 24, 23].map((weight) => ({ weight, floor: 0, cap: 99, unseenDays: 0 }))) // [3, 2, 2]
 * @throws RangeError when `total` is no whole number of 0 or more
 */
export function apportion(total: number, claims: readonly Claim[]): number[] {
  if (!Number.isInteger(total) || total < 0) throw new RangeError(`total must be whole and 0 or more: ${total}`);
  const given = claims.map(() => 0);
  const byWeight = [...claims.keys()].sort((i, j) => precedence(claims[i] as Claim, claims[j] as Claim) || i - j);
  let left = total;
  const giveTo = (index: number) => {
    given[index] = (given[index] ?? 0) + 1;
    left -= 1;
  };

  for (let round = 0; left > 0; round++) {
    const owed = byWeight.filter((i) => round < Math.min((claims[i] as Claim).floor, (claims[i] as Claim).cap));
    if (owed.length === 0) break;
    for (const index of owed.slice(0, left)) giveTo(index);
  }
  while (left > 0) {
    const next = worthiest(claims, given, byWeight);
    if (next === undefined) break;
    giveTo(next);
  }
  return given;
}

const precedence = (a: Claim, b: Claim) => b.weight - a.weight || b.unseenDays - a.unseenDays;

/** The claim with the largest worth of one more item, undefined when none may have more. `order` settles ties. */
function worthiest(claims: readonly Claim[], given: readonly number[], order: readonly number[]): number | undefined {
  let best: number | undefined;
  let bestWorth = 0;
  for (const index of order) {
    const { weight, cap } = claims[index] as Claim;
    const has = given[index] ?? 0;
    const worth = has < cap ? weight * repeatWorth ** has : 0;
    if (worth > bestWorth) [best, bestWorth] = [index, worth];
  }
  return best;
}
