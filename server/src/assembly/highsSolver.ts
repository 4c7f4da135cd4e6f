/** HiGHS (an open-source LP solver, compiled to WebAssembly) behind core's port. Loaded once per thread. */
import type { LinearProgram, LpOutcome, LpSolver } from "@verdant/core/assembly/solver";
import loadHighs from "highs";

type Highs = Awaited<ReturnType<typeof loadHighs>>;
let loading: Promise<Highs> | undefined;

export async function highsSolver(): Promise<LpSolver> {
  const highs = await (loading ??= loadHighs());
  return { solve: (program) => solve(highs, program) };
}

function solve(highs: Highs, program: LinearProgram): LpOutcome {
  const { columns, objective, rowLower, rowUpper, start, index, coefficient } = program;
  const model = highs.createModel({
    numCols: columns,
    numRows: rowLower.length,
    sense: highs.constants.objectiveSense.maximize,
    colCost: objective,
    colLower: new Float64Array(columns),
    colUpper: new Float64Array(columns).fill(1),
    rowLower,
    rowUpper,
    matrix: {
      format: "csr",
      numRows: rowLower.length,
      numCols: columns,
      starts: start,
      indices: index,
      values: coefficient,
    },
  });
  try {
    model.options.set({ output_flag: false, random_seed: 1 });
    model.run();
    const { optimal, infeasible, unboundedOrInfeasible } = highs.constants.modelStatus;
    const status = model.getModelStatus();
    if (status === infeasible || status === unboundedOrInfeasible) return { status: "infeasible" };
    if (status !== optimal) throw new Error(`HiGHS ended with status ${status}.`);
    const { colValue, rowDual } = model.getSolution();
    return { status: "optimal", objective: model.getObjectiveValue(), x: colValue, duals: rowDual };
  } finally {
    model.dispose(); // native memory: no garbage collection reaches it
  }
}
