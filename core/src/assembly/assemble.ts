/** Chooses the best items the bank allows, and proves how good they are. */

import { randomFrom } from "../random.ts";
import { relax, type Relaxation } from "./bound.ts";
import { improve } from "./improve.ts";
import { prefilter } from "./prefilter.ts";
import { valueOf, violation, type Problem } from "./problem.ts";
import { shortages, type Shortage } from "./shortages.ts";
import type { LpSolver } from "./solver.ts";

export interface Budget {
  /** Relative gap at which the search may stop, for example 0.001. */
  readonly tolerance: number;
  readonly rounds: number;
  readonly seed: string;
  /** Asked between rounds; when true, the best so far is returned. */
  readonly cancelled?: (() => boolean) | undefined;
}

export type Assembly =
  | {
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
  if (!Number.isInteger(problem.size) || problem.size < 0) throw new RangeError(`size must be whole: ${problem.size}`);
  const missing = shortages(problem);
  const relaxation = missing.length === 0 ? relax(problem, prefilter(problem, 20), solver) : null;
  const pool = relaxation ? bestOf(relaxation, Math.max(150, 8 * problem.size)) : [...problem.value.keys()];
  const bound = relaxation ? relaxation.bound : Number.POSITIVE_INFINITY;
  const slack = budget.tolerance * Math.max(1e-9, Math.abs(bound));

  const chosen = improve(problem, firstOfEachFamily(problem, pool), {
    pool,
    rounds: budget.rounds,
    goodEnough: relaxation ? bound - slack : Number.POSITIVE_INFINITY,
    next: randomFrom(budget.seed),
    cancelled: budget.cancelled,
  }).sort((i, j) => i - j);

  if (!relaxation || violation(problem, chosen) > 1e-9) return { ok: false, shortages: missing, nearest: chosen };
  const value = valueOf(problem, chosen);
  const gap = bound - value <= 1e-9 ? 0 : bound - value;
  return { ok: true, chosen, value, bound, gap, relativeGap: gap === 0 ? 0 : gap / Math.max(1e-9, Math.abs(bound)) };
}

/** The candidates that the relaxation likes best, best first: by fraction, then by reduced cost. */
function bestOf({ columns, fraction, reducedCost }: Relaxation, count: number): number[] {
  const order = [...columns.keys()].sort(
    (a, b) => (fraction[b] ?? 0) - (fraction[a] ?? 0) || (reducedCost[b] ?? 0) - (reducedCost[a] ?? 0) || a - b,
  );
  return order.slice(0, count).map((at) => columns[at] as number);
}

function firstOfEachFamily(problem: Problem, pool: readonly number[]): number[] {
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
