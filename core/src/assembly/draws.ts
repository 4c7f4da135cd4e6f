/** Draws: k items at random from a pool, never two of a family, every allowed set equally likely. */

/** An item that may be drawn. */
export interface PoolItem {
  readonly itemId: string;
  readonly familyId: string;
}

/**
 * How many different sets of `take` items can be drawn, no two of a family: the elementary symmetric polynomial of the
 * family sizes, e_take(sizes). 0 when there are fewer families than `take`.
 *
 * @throws RangeError when `take` is no whole number of 0 or more
 */
export function waysToDraw(familySizes: readonly number[], take: number): number {
  if (!Number.isInteger(take) || take < 0) throw new RangeError(`take must be whole: ${take}`);
  return sumsOfProducts(familySizes, take)[take] ?? 0;
}

/** e_0 .. e_take of `sizes`. */
function sumsOfProducts(sizes: readonly number[], take: number): number[] {
  const sums = [1, ...Array.from({ length: take }, () => 0)];
  for (const size of sizes) for (let k = take; k >= 1; k--) sums[k] = (sums[k] ?? 0) + size * (sums[k - 1] ?? 0);
  return sums;
}

/**
 * How many questions two students share on average, a look-alike of the other's question counting as shared: the sum over
 * families of the squared probability that a draw holds one of it, size x e_(take-1)(the others) / e_take(all).
 *
 * @example sharedByTwo([1, 1, 1, 1], 2) // 1: two of four each
 */
export function sharedByTwo(familySizes: readonly number[], take: number): number {
  const all = waysToDraw(familySizes, take);
  if (take === 0 || all === 0) return 0;
  return familySizes.reduce((sum, size, at) => {
    const others = familySizes.filter((_, i) => i !== at);
    return sum + ((size * waysToDraw(others, take - 1)) / all) ** 2;
  }, 0);
}

/**
 * The chance that at least two of `students` get the same quiz out of `ways` equally likely ones:
 * 1 - exp(-S (S - 1) / (2 D)), the approximation of the birthday problem (von Mises, 1939).
 */
export function chanceOfSame(ways: number, students: number): number {
  if (students < 2) return 0;
  return ways <= 1 ? 1 : 1 - Math.exp(-(students * (students - 1)) / (2 * ways));
}

/**
 * `take` items of `pool`, no two of a family; every allowed set is equally likely. What was met is drawn only where there
 * are not enough others, the longest unseen before the others. Fewer than `take` where the pool has fewer families.
 *
 * @param next a stream of random numbers
 * @param met the go in which an item was met last, by its id; 1 is the first go
 */
export function drawFrom(
  pool: readonly PoolItem[],
  take: number,
  next: () => number,
  met: ReadonlyMap<string, number> = new Map(),
): string[] {
  const goes = [...new Set(pool.map((item) => met.get(item.itemId) ?? 0))].sort((a, b) => a - b);
  const drawn: string[] = [];
  const families = new Set<string>();
  for (const go of goes) {
    if (drawn.length === take) break;
    const open = pool.filter((item) => (met.get(item.itemId) ?? 0) === go && !families.has(item.familyId));
    const some = drawUniform(open, take - drawn.length, next);
    drawn.push(...some);
    for (const item of open) if (some.includes(item.itemId)) families.add(item.familyId);
  }
  return drawn;
}

function drawUniform(pool: readonly PoolItem[], take: number, next: () => number): string[] {
  const families = new Map<string, string[]>();
  for (const { itemId, familyId } of pool) families.set(familyId, [...(families.get(familyId) ?? []), itemId]);
  const list = [...families.values()];
  const drawn: string[] = [];
  for (let at = 0; at < list.length; at++) {
    const left = Math.min(take, list.length) - drawn.length;
    if (left === 0) break;
    const family = list[at] as string[];
    const later = list.slice(at + 1).map((one) => one.length);
    const taken = family.length * waysToDraw(later, left - 1);
    if (next() * (taken + waysToDraw(later, left)) < taken)
      drawn.push(family[Math.floor(next() * family.length)] as string);
  }
  return drawn;
}
