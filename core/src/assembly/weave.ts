/** Weaving part of a quiz: around what is locked, or one item into an order that stands. */

import { randomFrom } from "../random.ts";
import { orderCost, type Strand } from "./orderCost.ts";

/**
 * An order of `items` in which those in `locked` keep their place and the others are woven around them.
 *
 * Exchanges of two free places as long as they cost less, from several seeded beginnings (a local search on the cost of
 * {@link orderCost}). Same items, locks and seed, same order.
 */
export function weaveAround(items: readonly Strand[], locked: ReadonlySet<number>, seed: string): number[] {
  const cost = orderCost(items);
  const free = [...items.keys()].filter((i) => !locked.has(i));
  const next = randomFrom(seed);
  let best = [...items.keys()];
  let least = cost(best).total;
  for (let start = 0; start < 6; start++) {
    const order = [...items.keys()];
    for (let i = free.length - 1; i > 0; i--) exchange(order, free[i] ?? 0, free[Math.floor(next() * (i + 1))] ?? 0);
    let now = cost(order).total;
    for (let improved = true; improved;) {
      improved = false;
      for (let a = 0; a < free.length; a++) {
        for (let b = a + 1; b < free.length; b++) {
          exchange(order, free[a] ?? 0, free[b] ?? 0);
          const total = cost(order).total;
          if (total < now - 1e-12) {
            now = total;
            improved = true;
          } else exchange(order, free[a] ?? 0, free[b] ?? 0);
        }
      }
    }
    if (now < least - 1e-12) [best, least] = [[...order], now];
  }
  return best;
}

function exchange(order: number[], p: number, q: number): void {
  [order[p], order[q]] = [order[q] as number, order[p] as number];
}

/**
 * The place, counted from 0, at which `added` costs least among `items` as they stand; the first of equals.
 * What shares a stimulus with items that are there (a `block`) goes right after the last of them.
 *
 * @param locked places that must not move: `added` goes nowhere before the last of them
 */
export function placeFor(items: readonly Strand[], added: Strand, locked: ReadonlySet<number> = new Set()): number {
  const beside = added.block === undefined ? -1 : items.findLastIndex((item) => item.block === added.block);
  if (beside >= 0) return beside + 1;
  const all = [...items, added];
  const cost = orderCost(all);
  const from = locked.size === 0 ? 0 : Math.max(...locked) + 1;
  let best = items.length;
  let least = Number.POSITIVE_INFINITY;
  for (let place = from; place <= items.length; place++) {
    const order = [...items.keys()];
    order.splice(place, 0, items.length);
    const total = cost(order).total;
    if (total < least - 1e-12) [best, least] = [place, total];
  }
  return best;
}
