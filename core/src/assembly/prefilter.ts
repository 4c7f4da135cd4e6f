/** Narrows a large bank to the candidates worth giving to the solver. */

import type { Problem } from "./problem.ts";

/**
 * Indices of the best `perCell` candidates of every cell, ascending.
 *
 * A cell is the set of candidates that count alike for every requirement (sums are cut into four bands), so each
 * combination that a requirement could ask for stays present; inside a cell only the most valuable of a family is kept.
 * Ties keep the earlier candidate.
 */
export function prefilter(problem: Problem, perCell: number): number[] {
  const cellOf = cells(problem);
  const order = [...problem.value.keys()].sort((i, j) => (problem.value[j] ?? 0) - (problem.value[i] ?? 0) || i - j);
  const taken = new Map<string, Set<number>>();
  const kept: number[] = [];
  for (const i of order) {
    const cell = cellOf(i);
    const families = taken.get(cell) ?? new Set<number>();
    if (families.size >= perCell || families.has(problem.family[i] ?? -1)) continue;
    families.add(problem.family[i] ?? -1);
    taken.set(cell, families);
    kept.push(i);
  }
  return kept.sort((i, j) => i - j);
}

function cells(problem: Problem): (i: number) => string {
  const banders = problem.requirements.map(({ amount }) => {
    let most = 0;
    let whole = true;
    for (const one of amount) {
      if (one > most) most = one;
      if (one !== 0 && one !== 1) whole = false;
    }
    return whole ? (one: number) => one : (one: number) => Math.min(3, Math.floor((4 * one) / most));
  });
  return (i) => banders.map((band, r) => band(problem.requirements[r]?.amount[i] ?? 0)).join("");
}
