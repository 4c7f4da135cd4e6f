/** The port to a solver of linear programmes. Core defines it; the server adapts a library to it. */

/** Maximise objective · x subject to lower <= A x <= upper and 0 <= x <= 1. A is given row by row. */
export interface LinearProgram {
  readonly columns: number;
  readonly objective: Float64Array;
  readonly rowLower: Float64Array;
  readonly rowUpper: Float64Array;
  /** Compressed rows: row r holds `index[start[r] .. start[r + 1])` with the coefficients at the same places. */
  readonly start: Int32Array;
  readonly index: Int32Array;
  readonly coefficient: Float64Array;
}

export type LpOutcome =
  | {
      readonly status: "optimal";
      readonly objective: number;
      readonly x: Float64Array;
      /** One dual a row, signed so that the reduced cost of column j is objective_j - sum_r dual_r a_rj. */
      readonly duals: Float64Array;
    }
  | { readonly status: "infeasible" };

export interface LpSolver {
  readonly solve: (program: LinearProgram) => LpOutcome;
}
