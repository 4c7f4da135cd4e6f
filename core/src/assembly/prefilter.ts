/** Narrows a large bank to the candidates worth giving to the solver. */

import type { Problem } from "./problem.ts";

/**
 * Indices of the best `perCell` candidates of every cell, ascending.
 *
 * A cell is the set of candidates that count alike for every requirement (sums are cut into four bands), so each
 * combination that a requirement could ask for stays present; inside a cell only the most valuable of a family is kept.
 * Ties keep the earlier candidate.
 */
export function prefilter({ value, family, requirements }: Problem, perCell: number): number[] {
  const cell = cells(requirements, value.length);
  const best = new Map<number, Best>();
  for (let i = 0; i < value.length; i++) {
    const [key, worth] = [cell[i] as number, value[i] as number];
    let here = best.get(key);
    if (!here) best.set(key, (here = { least: Number.NEGATIVE_INFINITY, kept: [] }));
    // Nearly all of a large bank ends here.
    if (worth > here.least) keep(here, i, perCell, value, family);
  }
  return [...best.values()].flatMap((here) => here.kept).sort((i, j) => i - j);
}

interface Best {
  /** What a candidate must be worth more than; minus infinity while there is room. */
  least: number;
  /** The best of different families, the most valuable first. */
  readonly kept: number[];
}

/** Puts candidate `i` among the best of its cell; of its family only the most valuable stays. */
function keep(here: Best, i: number, most: number, value: Float64Array, family: Int32Array): void {
  const { kept } = here;
  const worth = value[i] as number;
  const sibling = kept.findIndex((one) => family[one] === family[i]);
  if (sibling >= 0) {
    if ((value[kept[sibling] as number] as number) >= worth) return;
    kept.splice(sibling, 1);
  }
  let at = kept.length;
  while (at > 0 && (value[kept[at - 1] as number] as number) < worth) at -= 1;
  kept.splice(at, 0, i);
  if (kept.length > most) kept.pop();
  here.least = kept.length === most ? (value[kept[most - 1] as number] as number) : Number.NEGATIVE_INFINITY;
}

/** The cell of each candidate as a number: one digit a requirement. */
function cells(requirements: Problem["requirements"], count: number): Float64Array {
  const cell = new Float64Array(count);
  for (const { amount } of requirements) {
    let most = 0;
    let isCount = true;
    for (let i = 0; i < count; i++) {
      const one = amount[i] as number;
      if (one > most) most = one;
      if (one !== 0 && one !== 1) isCount = false;
    }
    for (let i = 0; i < count; i++) {
      const one = amount[i] as number;
      const band = isCount ? one : Math.min(3, Math.floor((4 * one) / most));
      cell[i] = (cell[i] as number) * (isCount ? 2 : 4) + band;
    }
  }
  return cell;
}
