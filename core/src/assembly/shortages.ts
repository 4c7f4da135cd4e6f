/** The counting test: which requirement the bank cannot meet whatever is chosen. */

import type { Problem } from "./problem.ts";

export interface Shortage {
  /** Id of the requirement; "size" for the number of items itself. */
  readonly requirementId: string;
  readonly wanted: number;
  /** Distinct families among the candidates that count for it. */
  readonly families: number;
}

/**
 * Requirements whose lower bound exceeds the number of distinct families that count for them.
 *
 * Exact for counts (amounts of 0 and 1); sums of points or seconds are left to the solver. Empty does not mean that the
 * problem can be met, since requirements may still conflict.
 */
export function shortages(problem: Problem): Shortage[] {
  const found: Shortage[] = [];
  const all = familiesCounted(problem.family, new Float64Array(problem.family.length).fill(1), problem.size) ?? 0;
  if (all < problem.size) found.push({ requirementId: "size", wanted: problem.size, families: all });
  for (const { id, lower, amount } of problem.requirements) {
    const families = familiesCounted(problem.family, amount, lower);
    if (families !== null && families < lower) found.push({ requirementId: id, wanted: lower, families });
  }
  return found;
}

/** Distinct families with an amount of 1, counted until there are `enough`; null when the amounts are no counts. */
function familiesCounted(family: Int32Array, amount: Float64Array, enough: number): number | null {
  const seen = new Set<number>();
  for (let i = 0; i < amount.length; i++) {
    const one = amount[i] as number;
    if (one !== 0 && one !== 1) return null;
    if (one === 1 && seen.size < enough) seen.add(family[i] as number);
  }
  return seen.size;
}
