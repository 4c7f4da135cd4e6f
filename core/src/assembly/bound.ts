/** The linear relaxation of a problem over some of its candidates, and the pricing that extends its bound to all. */

import type { Problem } from "./problem.ts";
import type { LinearProgram, LpSolver } from "./solver.ts";

export interface Relaxation {
  /** No choice from the whole bank has a larger value. */
  readonly bound: number;
  /** The candidates that took part, ascending. */
  readonly columns: readonly number[];
  /** Fraction in [0, 1] of each column, and its reduced cost. */
  readonly fraction: Float64Array;
  readonly reducedCost: Float64Array;
}

const tolerance = 1e-7;
const mostPerRound = 400;

/**
 * The optimum of the linear relaxation over the whole bank, found by column generation from `start`: solve on the
 * columns at hand, price every candidate with the duals, add those that would improve it, until none does (Dantzig and
 * Wolfe, 1960). Null when the relaxation is infeasible even with every candidate; `startOnly`: with those at the start.
 */
export function relax(
  problem: Problem,
  start: readonly number[],
  solver: LpSolver,
  { startOnly = false } = {},
): Relaxation | null {
  let columns = [...start];
  for (;;) {
    const { program, familyRow } = toProgram(problem, columns);
    const outcome = solver.solve(program);
    if (outcome.status === "infeasible") {
      if (startOnly || columns.length === problem.value.length) return null;
      columns = [...problem.value.keys()];
      continue;
    }
    const cost = reducedCosts(problem, outcome.duals, familyRow);
    const present = new Set(columns);
    const improving: number[] = [];
    for (let i = 0; i < cost.length; i++) if ((cost[i] as number) > tolerance && !present.has(i)) improving.push(i);
    if (improving.length === 0) {
      const reducedCost = Float64Array.from(columns, (i) => cost[i] ?? 0);
      return { bound: outcome.objective, columns, fraction: outcome.x, reducedCost };
    }
    improving.sort((i, j) => (cost[j] ?? 0) - (cost[i] ?? 0) || i - j);
    columns = [...columns, ...improving.slice(0, mostPerRound)].sort((i, j) => i - j);
  }
}

/** Rows: the size, each requirement, then one for each family that has two or more columns. */
function toProgram(problem: Problem, columns: readonly number[]) {
  const members = new Map<number, number[]>();
  columns.forEach((i, column) => {
    const family = problem.family[i] ?? -1;
    const here = members.get(family);
    if (here) here.push(column);
    else members.set(family, [column]);
  });
  const shared = [...members].filter(([, list]) => list.length > 1);
  const familyRow = new Map(shared.map(([family], at) => [family, 1 + problem.requirements.length + at]));

  const start = [0];
  const index: number[] = [];
  const coefficient: number[] = [];
  const lower: number[] = [];
  const upper: number[] = [];
  const addEntry = (column: number, amount: number) => {
    if (amount === 0) return;
    index.push(column);
    coefficient.push(amount);
  };
  const endRow = (low: number, high: number) => {
    start.push(index.length);
    lower.push(low);
    upper.push(high);
  };
  for (let column = 0; column < columns.length; column++) addEntry(column, 1);
  endRow(problem.size, problem.size);
  for (const { lower: low, upper: high, amount } of problem.requirements) {
    for (let column = 0; column < columns.length; column++) addEntry(column, amount[columns[column] ?? -1] ?? 0);
    endRow(low, high);
  }
  for (const [, list] of shared) {
    for (const column of list) addEntry(column, 1);
    endRow(0, 1);
  }

  const program: LinearProgram = {
    columns: columns.length,
    objective: Float64Array.from(columns, (i) => problem.value[i] ?? 0),
    rowLower: Float64Array.from(lower),
    rowUpper: Float64Array.from(upper),
    start: Int32Array.from(start),
    index: Int32Array.from(index),
    coefficient: Float64Array.from(coefficient),
  };
  return { program, familyRow };
}

/** Reduced cost of every candidate of the bank: v_i - sum_r y_r a_ri - y_family(i). */
function reducedCosts(problem: Problem, duals: Float64Array, familyRow: ReadonlyMap<number, number>): Float64Array {
  const { value, family } = problem;
  const cost = new Float64Array(value.length);
  const base = duals[0] ?? 0;
  for (let i = 0; i < cost.length; i++) {
    const row = familyRow.get(family[i] as number);
    cost[i] = (value[i] as number) - base - (row === undefined ? 0 : (duals[row] ?? 0));
  }
  problem.requirements.forEach(({ amount }, r) => {
    const dual = duals[r + 1] ?? 0;
    if (dual === 0) return;
    for (let i = 0; i < cost.length; i++) cost[i] = (cost[i] as number) - dual * (amount[i] as number);
  });
  return cost;
}
