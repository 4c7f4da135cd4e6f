/** What an order of items costs: little when topics and units are spread far apart. */

export interface Strand {
  readonly topicId: string;
  readonly unitId: string;
  readonly kind: string;
  /** Difficulty from 0 (easiest of the quiz) to 1 (hardest). */
  readonly difficultyRank: number;
  /** Items with the same block stand together in the order given (a shared stimulus); undefined: alone. */
  readonly block?: string | undefined;
}

/** Cost of an order: `spacing` alone serves the index, `total` adds kinds, warm-up and jumps. */
export interface OrderCost {
  readonly spacing: number;
  readonly total: number;
}

/**
 * The cost of every order of `items` as a function, with the pair tables made once.
 *
 * Sum over pairs of w / distance^2 (w = 1 same topic, 0.25 same unit), plus for neighbours 3 (same topic) or 0.75 (same
 * unit) and 0.05 (same kind); pairs of one block are free. A warm-up asks for easy items in the first quarter, and a jump
 * of more than 0.6 in difficulty rank costs a little.
 *
 * @returns a function of an order of the indices of `items`, or of the beginning of one: it never costs more than the whole
 */
export function orderCost(items: readonly Strand[]): (order: ArrayLike<number>) => OrderCost {
  const n = items.length;
  const apart = Float64Array.from({ length: n * n }, (_, at) => pairWeight(items, at));
  const beside = apart.map((weight) => (weight === 1 ? 3 : 3 * weight));
  const sameKind = Float64Array.from({ length: n * n }, (_, at) =>
    items[at % n]?.kind === items[(at / n) | 0]?.kind ? 0.05 : 0,
  );
  const inverseSquare = Float64Array.from({ length: n }, (_, gap) => (gap === 0 ? 0 : 1 / (gap * gap)));
  const warmUp = Math.ceil(n / 4);
  const rank = (i: number) => items[i]?.difficultyRank ?? 0;

  return (order) => {
    let spacing = 0;
    let rest = 0;
    for (let p = 0; p < order.length; p++) {
      const i = order[p] as number;
      for (let q = p + 1; q < order.length; q++) {
        const weight = apart[i * n + (order[q] as number)] as number;
        if (weight !== 0) spacing += weight * (inverseSquare[q - p] as number);
      }
      if (p < warmUp) rest += 0.15 * Math.max(0, rank(i) - (p + 1) / warmUp);
      if (p === 0) continue;
      const j = order[p - 1] as number;
      spacing += beside[i * n + j] as number;
      rest += sameKind[i * n + j] as number;
      rest += 0.02 * Math.max(0, Math.abs(rank(i) - rank(j)) - 0.6);
    }
    return { spacing, total: spacing + rest };
  };
}

function pairWeight(items: readonly Strand[], at: number): number {
  const [a, b] = [items[at % items.length] as Strand, items[Math.floor(at / items.length)] as Strand];
  if (a === b || (a.block !== undefined && a.block === b.block)) return 0;
  if (a.topicId === b.topicId) return 1;
  return a.unitId === b.unitId ? 0.25 : 0;
}

/** Adjacent pairs of one topic that no order of single items can avoid: max(0, 2 m - n - 1), m the largest topic. */
export function unavoidablePairs(topicIds: readonly string[]): number {
  const counts = new Map<string, number>();
  for (const id of topicIds) counts.set(id, (counts.get(id) ?? 0) + 1);
  return Math.max(0, 2 * Math.max(0, ...counts.values()) - topicIds.length - 1);
}

/** Adjacent pairs of one topic in an order, those inside a block not counted. */
export function neighbourPairs(items: readonly Strand[]): number {
  return items.filter((item, p) => {
    const before = items[p - 1];
    return before?.topicId === item.topicId && !(item.block !== undefined && item.block === before.block);
  }).length;
}
