/** The cost of an order after two places were exchanged, worked out in O(n) instead of O(n^2). */

import { orderCost, type Strand } from "./orderCost.ts";

export interface OrderState {
  /** Item at each place; changed by `exchange`. */
  readonly order: Int32Array;
  readonly total: () => number;
  /** Change of the total if the items at `p` and `q` were exchanged; nothing moves. */
  readonly delta: (p: number, q: number) => number;
  readonly exchange: (p: number, q: number, delta: number) => void;
}

/** Tables for {@link OrderState}: one per set of items, shared by every order of them. */
export function orderState(items: readonly Strand[], start: ArrayLike<number>): OrderState {
  const n = items.length;
  const whole = orderCost(items);
  const order = Int32Array.from(start);
  let total = whole(order).total;
  const apart = new Float64Array(n * n);
  const beside = new Float64Array(n * n);
  const rank = Float64Array.from(items, (item) => item.difficultyRank);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      const [a, b] = [items[i] as Strand, items[j] as Strand];
      if (i === j || (a.block !== undefined && a.block === b.block)) continue;
      const weight = a.topicId === b.topicId ? 1 : a.unitId === b.unitId ? 0.25 : 0;
      apart[i * n + j] = weight;
      beside[i * n + j] = 3 * weight;
    }
  }
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      const jump = 0.02 * Math.max(0, Math.abs((rank[i] ?? 0) - (rank[j] ?? 0)) - 0.6);
      beside[i * n + j] = (beside[i * n + j] ?? 0) + (items[i]?.kind === items[j]?.kind ? 0.05 : 0) + jump;
    }
  }
  const inverseSquare = Float64Array.from({ length: n + 1 }, (_, gap) => (gap === 0 ? 0 : 1 / (gap * gap)));
  const warmUp = Math.ceil(n / 4);
  const warm = (item: number, place: number) =>
    place < warmUp ? 0.15 * Math.max(0, (rank[item] as number) - (place + 1) / warmUp) : 0;
  const pair = (place: number, a: number, b: number) =>
    place < 0 || place >= n - 1 ? 0 : (beside[a * n + b] as number);

  const delta = (p: number, q: number): number => {
    if (p === q) return 0;
    const [low, high] = p < q ? [p, q] : [q, p];
    const [a, b] = [order[low] as number, order[high] as number];
    const [rowA, rowB] = [a * n, b * n];
    let change = 0;
    for (let r = 0; r < n; r++) {
      if (r === low || r === high) continue;
      const other = order[r] as number;
      const gain = (apart[rowB + other] as number) - (apart[rowA + other] as number);
      if (gain !== 0)
        change +=
          gain *
          ((inverseSquare[r < low ? low - r : r - low] as number) -
            (inverseSquare[r < high ? high - r : r - high] as number));
    }
    change += warm(b, low) + warm(a, high) - warm(a, low) - warm(b, high);
    const at = (place: number) => (place === low ? b : place === high ? a : (order[place] ?? 0));
    for (const place of high - low === 1 ? [low - 1, low, high] : [low - 1, low, high - 1, high]) {
      if (place < 0 || place >= n - 1) continue;
      change += pair(place, at(place), at(place + 1)) - pair(place, order[place] as number, order[place + 1] as number);
    }
    return change;
  };
  return {
    order,
    total: () => total,
    delta,
    exchange: (p, q, change) => {
      [order[p], order[q]] = [order[q] as number, order[p] as number];
      total += change;
    },
  };
}
