/** How often a quiz that draws can be sat before anything comes again. */

export interface Drawn {
  readonly part: string;
  readonly take: number;
  /** Different families in the pool: two look-alikes count once. */
  readonly families: number;
}

/**
 * Goes before an item or a look-alike repeats, and the draw that runs out first (of several the first).
 *
 * @param draws at least one, each taking at least one
 * @throws RangeError without a draw
 */
export function goesOf(draws: readonly Drawn[]): { goes: number; bottleneck: Drawn } {
  const goes = draws.map((draw) => Math.floor(draw.families / draw.take));
  const fewest = Math.min(...goes);
  const bottleneck = draws[goes.indexOf(fewest)];
  if (!bottleneck) throw new RangeError("a quiz without a draw");
  return { goes: fewest, bottleneck };
}
