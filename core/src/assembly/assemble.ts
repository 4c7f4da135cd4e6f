/** Chooses the best items the bank allows, and proves how good they are. */

import { randomFrom } from "../random.ts";
import { relax, type Relaxation } from "./bound.ts";
import { improve } from "./improve.ts";
import { prefilter } from "./prefilter.ts";
import { valueOf, violation, type Problem } from "./problem.ts";
import { shortages, type Shortage } from "./shortages.ts";
import type { LpSolver } from "./solver.ts";

/** Candidates of each cell that the relaxation starts from; pricing brings in what else is worth it. */
const perCell = 20;

export interface Budget {
  /** Relative gap at which the search may stop, for example 0.001. */
  readonly tolerance: number;
  readonly rounds: number;
  readonly seed: string;
  /** Asked between rounds; when true, the best so far is returned. */
  readonly cancelled?: (() => boolean) | undefined;
}

export interface Proven {
  readonly ok: true;
  /** Indices of the chosen candidates, ascending. */
  readonly chosen: readonly number[];
  readonly value: number;
  /** No choice from the whole bank is worth more. */
  readonly bound: number;
  /** bound - value, and the same relative to the bound; both 0 or more, 0 only when proven best. */
  readonly gap: number;
  readonly relativeGap: number;
}

export type Assembly =
  | Proven
  | {
      readonly ok: false;
      readonly shortages: readonly Shortage[];
      /** The choice with the least violation that was found; may be shorter than asked. */
      readonly nearest: readonly number[];
    };

/**
 * The most valuable `problem.size` candidates that meet every requirement, at most one of each family.
 *
 * Candidates are narrowed cell by cell, the linear relaxation is solved on them and priced over the whole bank, and its
 * solution is rounded and improved by exchanges until the value is within the tolerance of the bound. The bound holds for
 * the whole bank, so the gap is a certificate (van der Linden, Linear Models for Optimal Test Design, 2005, for the
 * programme). Every requirement is checked again in whole numbers at the end.
 *
 * Deterministic for the same problem, seed and solver. A problem that cannot be met is an ordinary outcome.
 *
 * @throws RangeError when size is no whole number of 0 or more
 */
export function assemble(problem: Problem, solver: LpSolver, budget: Budget): Assembly {
  const best = assembleIfMet(problem, solver, budget);
  if (best) return best;
  const pool = prefilter(problem, 5);
  const nearest = improve(problem, firstOfEachFamily(problem, [...problem.value.keys()]), {
    pool,
    rounds: budget.rounds,
    goodEnough: Number.POSITIVE_INFINITY,
    next: randomFrom(budget.seed),
    cancelled: budget.cancelled,
  });
  return { ok: false, shortages: shortages(problem), nearest: nearest.sort((i, j) => i - j) };
}

/**
 * The same, or null where no choice that meets every requirement was found.
 *
 * @param start a choice to improve on, in place of what the relaxation suggests; if it is valid the result is
 * @throws RangeError when size is no whole number of 0 or more
 */
export function assembleIfMet(
  problem: Problem,
  solver: LpSolver,
  budget: Budget,
  start?: readonly number[],
): Proven | null {
  if (!Number.isInteger(problem.size) || problem.size < 0) throw new RangeError(`size must be whole: ${problem.size}`);
  if (shortages(problem).length > 0) return null;
  const relaxation = relax(problem, prefilter(problem, perCell), solver);
  if (!relaxation) return null;
  const { bound } = relaxation;
  const pool = suggested(relaxation, problem.size);
  const chosen = improve(problem, start ?? firstOfEachFamily(problem, pool), {
    pool,
    rounds: budget.rounds,
    goodEnough: bound - budget.tolerance * Math.max(1e-9, Math.abs(bound)),
    next: randomFrom(budget.seed),
    cancelled: budget.cancelled,
  });
  return violation(problem, chosen) > 1e-9 ? null : against(problem, chosen, bound);
}

/** How good a valid choice is against a bound over the whole bank. */
export function against(problem: Problem, chosen: readonly number[], bound: number): Proven {
  const value = valueOf(problem, chosen);
  const gap = bound - value <= 1e-9 ? 0 : bound - value;
  const relativeGap = gap === 0 ? 0 : gap / Math.max(1e-9, Math.abs(bound));
  return { ok: true, chosen: [...chosen].sort((i, j) => i - j), value, bound, gap, relativeGap };
}

/** The candidates that the relaxation likes best, best first: by fraction, then by reduced cost. */
export function suggested({ columns, fraction, reducedCost }: Relaxation, size: number): number[] {
  const count = Math.max(150, 8 * size);
  const order = [...columns.keys()].sort(
    (a, b) => (fraction[b] ?? 0) - (fraction[a] ?? 0) || (reducedCost[b] ?? 0) - (reducedCost[a] ?? 0) || a - b,
  );
  return order.slice(0, count).map((at) => columns[at] as number);
}

export function firstOfEachFamily(problem: Problem, pool: readonly number[]): number[] {
  const families = new Set<number>();
  const picked: number[] = [];
  for (const i of pool) {
    if (picked.length === problem.size) break;
    const family = problem.family[i] ?? -1;
    if (families.has(family)) continue;
    families.add(family);
    picked.push(i);
  }
  return picked;
}
