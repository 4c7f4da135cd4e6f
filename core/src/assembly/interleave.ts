/** Puts the items of a quiz into a woven order. */

import { randomFrom, shuffled } from "../random.ts";
import { orderCost, type OrderCost, type Strand } from "./orderCost.ts";
import { orderState } from "./orderDelta.ts";

export interface WovenOrder {
  /** Indices of the items in their new order. */
  readonly order: readonly number[];
  /** 1 = as woven as the best order found, 0 = sorted by unit; null when every order is alike. */
  readonly index: number | null;
  /** True when no order is better. */
  readonly proven: boolean;
}

type Blocks = readonly (readonly number[])[];
type Cost = (order: ArrayLike<number>) => OrderCost;

const exactUpTo = 10;
/** Branches that the exact search may open: about 30 ms. */
const branchBudget = 4000;

/**
 * The woven order of `items`: exact for up to ten blocks where the branches stay few, simulated annealing otherwise
 * (Kirkpatrick, Gelatt and Vecchi, 1983; swaps, moves and reversals of blocks, temperature falling geometrically from 0.4 to 0.0008). The cost is that
 * of {@link orderCost}. Same items and seed, same order.
 *
 * @param iterations annealing steps; 20,000 bring 40 items within a few per cent of the best known
 */
export function interleave(items: readonly Strand[], seed: string, iterations = 20_000): WovenOrder {
  const cost = orderCost(items);
  const blocks = blocksOf(items);
  const exact = blocks.length <= exactUpTo ? bestOrder(blocks, cost) : null;
  const isSingles = blocks.length === items.length;
  const order = exact
    ? exact.flat()
    : isSingles
      ? annealSingles(items, seed, iterations)
      : anneal(blocks, cost, seed, iterations).flat();
  return { order, index: wovenIndex(items, order, cost(order).spacing), proven: exact !== null };
}

/**
 * Interleaving index in [0, 1] of an order: (C_blocked - C) / (C_blocked - C_best) on the spacing terms, C_blocked being
 * the items sorted by unit, topic and difficulty. Null when C_blocked = C_best: all of different units, or one topic.
 *
 * @param best spacing cost of the best order known
 */
export function wovenIndex(items: readonly Strand[], order: readonly number[], best: number): number | null {
  const cost = orderCost(items);
  const sorted = [...items.keys()].sort((i, j) => {
    const [a, b] = [items[i] as Strand, items[j] as Strand];
    return compare(a.unitId, b.unitId) || compare(a.topicId, b.topicId) || a.difficultyRank - b.difficultyRank || i - j;
  });
  const blocked = cost(sorted).spacing;
  if (blocked - best < 1e-9) return null;
  return Math.min(1, Math.max(0, (blocked - cost(order).spacing) / (blocked - best)));
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

function blocksOf(items: readonly Strand[]): number[][] {
  const blocks = new Map<string, number[]>();
  items.forEach((item, i) => {
    const key = item.block === undefined ? `single ${i}` : `block ${item.block}`;
    blocks.set(key, [...(blocks.get(key) ?? []), i]);
  });
  return [...blocks.values()];
}

/**
 * Branch and bound over all orders of blocks: the beginning of an order never costs more than the whole. Null when the
 * budget of branches runs out.
 */
function bestOrder(blocks: Blocks, cost: Cost): Blocks | null {
  let best: Blocks = blocks;
  let least = cost(blocks.flat()).total;
  let branches = 0;
  const extend = (placed: Blocks, left: Blocks) => {
    if (left.length === 0) {
      best = placed;
      least = cost(placed.flat()).total;
      return;
    }
    const children = left.map((block) => {
      const longer = [...placed, block];
      return { block, longer, total: cost(longer.flat()).total };
    });
    for (const { block, longer, total } of children.sort((a, b) => a.total - b.total)) {
      if (total >= least - 1e-12 || (branches += 1) > branchBudget) break;
      extend(
        longer,
        left.filter((other) => other !== block),
      );
    }
  };
  extend([], blocks);
  return branches > branchBudget ? null : best;
}

/**
 * Annealing where every item stands alone: exchanges only, each judged by its change in O(n). Three times the steps, since
 * a step costs so much less and moves less; fewer of them below 32 items, which settle sooner.
 */
function annealSingles(items: readonly Strand[], seed: string, iterations: number): number[] {
  const next = randomFrom(seed);
  const { length } = items;
  const state = orderState(items, shuffled([...items.keys()], next));
  let best = state.order.slice();
  let least = state.total();
  const steps = 3 * iterations * Math.min(1, length / 32);
  const cooling = (0.0008 / 0.4) ** (1 / steps);
  for (let step = 0, temperature = 0.4; step < steps; step++, temperature *= cooling) {
    const [p, q] = [Math.floor(next() * length), Math.floor(next() * length)];
    const change = state.delta(p, q);
    if (change > 0 && next() >= Math.exp(-change / temperature)) continue;
    state.exchange(p, q, change);
    if (state.total() < least - 1e-9) {
      best = state.order.slice();
      least = state.total();
    }
  }
  return [...best];
}

function anneal(blocks: Blocks, cost: Cost, seed: string, iterations: number): Blocks {
  const next = randomFrom(seed);
  const length = blocks.length;
  let current = Int32Array.from(shuffled([...blocks.keys()], next));
  let candidate = new Int32Array(length);
  const items = new Int32Array(blocks.reduce((sum, block) => sum + block.length, 0));
  const totalOf = (order: Int32Array) => {
    let at = 0;
    for (let p = 0; p < length; p++) {
      const block = blocks[order[p] as number] as readonly number[];
      for (let k = 0; k < block.length; k++) items[at++] = block[k] as number;
    }
    return cost(items).total;
  };
  let now = totalOf(current);
  let best = current.slice();
  let least = now;
  const cooling = (0.0008 / 0.4) ** (1 / iterations);
  for (let step = 0, temperature = 0.4; step < iterations; step++, temperature *= cooling) {
    candidate.set(current);
    disturb(candidate, next);
    const total = totalOf(candidate);
    if (total > now && next() >= Math.exp((now - total) / temperature)) continue;
    [current, candidate, now] = [candidate, current, total];
    if (now < least) {
      best = current.slice();
      least = now;
    }
  }
  return Array.from(best, (i) => blocks[i] as readonly number[]);
}

/** Swaps two blocks, moves one or reverses a run, in place. */
function disturb(order: Int32Array, next: () => number): void {
  const i = Math.floor(next() * order.length);
  const j = Math.floor(next() * order.length);
  const move = next();
  const [low, high] = i < j ? [i, j] : [j, i];
  if (move < 0.5) {
    [order[i], order[j]] = [order[j] as number, order[i] as number];
  } else if (move < 0.8) {
    const taken = order[i] as number;
    if (i < j) order.copyWithin(i, i + 1, j + 1);
    else order.copyWithin(j + 1, j, i);
    order[j] = taken;
  } else {
    order.subarray(low, high + 1).reverse();
  }
}
