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
  const all = new Set(problem.family).size;
  if (all < problem.size) found.push({ requirementId: "size", wanted: problem.size, families: all });
  for (const { id, lower, amount } of problem.requirements) {
    if (!amount.every((one) => one === 0 || one === 1)) continue;
    const families = new Set(problem.family.filter((_, i) => amount[i] === 1)).size;
    if (families < lower) found.push({ requirementId: id, wanted: lower, families });
  }
  return found;
}
