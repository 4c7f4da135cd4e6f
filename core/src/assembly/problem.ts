/** The choice of items as numbers: what the pipeline of `assemble.ts` works on. */

/** A linear requirement: lower <= sum of `amount` over the chosen items <= upper. */
export interface Requirement {
  /** Names it in an explanation; opaque here. */
  readonly id: string;
  readonly lower: number;
  readonly upper: number;
  /** One entry per candidate: 0 or 1 for a count, points or seconds for a sum. */
  readonly amount: Float64Array;
}

export interface Problem {
  /** Exactly so many items are chosen. */
  readonly size: number;
  /** Value in [0, 1] of each candidate: the need of its topic, plus freshness. */
  readonly value: Float64Array;
  /** Family of each candidate as a small whole number; at most one item of a family is chosen. */
  readonly family: Int32Array;
  readonly requirements: readonly Requirement[];
}

/** How far a choice is from meeting every requirement, in units of the requirement; 0 when all are met. */
export function violation(problem: Problem, chosen: readonly number[]): number {
  let sum = Math.abs(chosen.length - problem.size);
  for (const { lower, upper, amount } of problem.requirements) {
    const total = chosen.reduce((all, i) => all + (amount[i] ?? 0), 0);
    sum += Math.max(0, lower - total, total - upper);
  }
  return sum + chosen.length - new Set(chosen.map((i) => problem.family[i])).size;
}

/** Sum of the values of `chosen`. */
export function valueOf(problem: Problem, chosen: readonly number[]): number {
  return chosen.reduce((sum, i) => sum + (problem.value[i] ?? 0), 0);
}
