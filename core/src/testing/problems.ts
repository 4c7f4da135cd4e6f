/** What tests of assembling share. */
import type { LpSolver } from "../assembly/solver.ts";

/** A solver that knows only the trivial bound: every row free. Enough to run the pipeline without a library. */
export const trivial: LpSolver = {
  solve: ({ columns, objective, rowLower, rowUpper }) => {
    const size = rowUpper[0] ?? 0;
    const order = [...objective.keys()].sort((i, j) => (objective[j] ?? 0) - (objective[i] ?? 0));
    const x = new Float64Array(columns);
    for (const i of order.slice(0, size)) x[i] = 1;
    const duals = new Float64Array(rowLower.length);
    duals[0] = objective[order[size - 1] ?? 0] ?? 0;
    return {
      status: "optimal",
      objective: order.slice(0, size).reduce((sum, i) => sum + (objective[i] ?? 0), 0),
      x,
      duals,
    };
  },
};

/** Every choice of `size` of the list. */
export function choices(list: readonly number[], size: number): number[][] {
  if (size === 0) return [[]];
  return list.flatMap((one, at) => choices(list.slice(at + 1), size - 1).map((rest) => [one, ...rest]));
}
