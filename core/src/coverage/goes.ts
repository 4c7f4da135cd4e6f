/** How often a quiz that draws can be sat before anything has to come again. */

export interface Drawn {
  readonly part: string;
  readonly take: number;
  /** Families in the pool, by their ids: two look-alikes count once. */
  readonly families: readonly string[];
}

export interface Bottleneck {
  /** The parts that run out first; several where their pools overlap. */
  readonly parts: readonly string[];
  /** What they draw together in one go, and the different families they draw it from. */
  readonly take: number;
  readonly families: number;
}

/**
 * The largest number of goes for which every draw can be given families of its own, none twice over all goes and draws, and
 * the draws that stand in the way of one more. A set of draws can be served so often as its pools together hold families
 * (marriage theorem: Hall 1935); what is given to which draw is found by augmenting paths (Kuhn 1955).
 *
 * @param draws at least one, each taking at least one
 * @throws RangeError without a draw
 */
export function goesOf(draws: readonly Drawn[]): { goes: number; bottleneck: Bottleneck } {
  if (draws.length === 0) throw new RangeError("a quiz without a draw");
  let [possible, impossible] = [
    0,
    Math.min(...draws.map((draw) => Math.floor(new Set(draw.families).size / draw.take))) + 1,
  ];
  let short = shortFor(draws, impossible);
  while (impossible - possible > 1) {
    const goes = Math.floor((possible + impossible) / 2);
    const found = shortFor(draws, goes);
    if (found.length === 0) possible = goes;
    else [impossible, short] = [goes, found];
  }
  return {
    goes: possible,
    bottleneck: {
      parts: [...new Set(short.map((draw) => draw.part))],
      take: short.reduce((sum, draw) => sum + draw.take, 0),
      families: new Set(short.flatMap((draw) => draw.families)).size,
    },
  };
}

/** Draws whose pools together hold too few families for so many goes; none: all can be served. */
function shortFor(draws: readonly Drawn[], goes: number): Drawn[] {
  const heldBy = new Map<string, number>();
  const serve = (at: number, reached: Set<number>, tried: Set<string>): boolean => {
    reached.add(at);
    for (const family of draws[at]?.families ?? []) {
      if (tried.has(family)) continue;
      tried.add(family);
      const holder = heldBy.get(family);
      if (holder !== undefined && !serve(holder, reached, tried)) continue;
      heldBy.set(family, at);
      return true;
    }
    return false;
  };
  for (const [at, draw] of draws.entries())
    for (let one = 0; one < goes * draw.take; one++) {
      const reached = new Set<number>();
      if (!serve(at, reached, new Set())) return draws.filter((_, i) => reached.has(i));
    }
  return [];
}
