/** Narrows a large bank to the candidates worth giving to the solver. */

import type { Problem } from "./problem.ts";

/**
 * Indices of the best `perCell` candidates of every cell, ascending.
 *
 * A cell is the set of candidates that count alike for every requirement (sums are cut into four bands), so each
 * combination that a requirement could ask for stays present; inside a cell only the most valuable of a family is kept.
 * Ties keep the earlier candidate. The least and the greatest of a cell in each sum stay too, so that what can be met
 * with all candidates can be met with these (of one sum exactly, of several nearly always).
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
  const kept = new Set([...best.values()].flatMap((here) => here.kept));
  for (const { amount } of requirements) if (!isCount(amount)) addExtremes(kept, cell, amount);
  return [...kept].sort((i, j) => i - j);
}

function isCount(amount: Float64Array): boolean {
  for (const one of amount) if (one !== 0 && one !== 1) return false;
  return true;
}

function addExtremes(kept: Set<number>, cell: Float64Array, amount: Float64Array): void {
  const [least, greatest] = [new Map<number, number>(), new Map<number, number>()];
  for (let i = 0; i < cell.length; i++) {
    const [key, one] = [cell[i] as number, amount[i] as number];
    if (one < (amount[least.get(key) ?? -1] ?? Number.POSITIVE_INFINITY)) least.set(key, i);
    if (one > (amount[greatest.get(key) ?? -1] ?? Number.NEGATIVE_INFINITY)) greatest.set(key, i);
  }
  for (const i of [...least.values(), ...greatest.values()]) kept.add(i);
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

/** Beyond 2^53 two cells would share one number; renumbered well before, since a review asks something of every topic. */
const largestKey = 2 ** 40;

/** The cell of each candidate as a number: one digit a requirement. */
function cells(requirements: Problem["requirements"], count: number): Float64Array {
  const cell = new Float64Array(count);
  let digits = 1;
  for (const { amount } of requirements) {
    let most = 0;
    const counts = isCount(amount);
    if (!counts) for (const one of amount) if (one > most) most = one;
    for (let i = 0; i < count; i++) {
      const one = amount[i] as number;
      const band = counts ? one : Math.min(3, Math.floor((4 * one) / most));
      cell[i] = (cell[i] as number) * (counts ? 2 : 4) + band;
    }
    if ((digits *= counts ? 2 : 4) > largestKey) digits = renumber(cell);
  }
  return cell;
}

/** Numbers the cells that there are from 0; returns how many. */
function renumber(cell: Float64Array): number {
  const numbers = new Map<number, number>();
  for (let i = 0; i < cell.length; i++) {
    const key = cell[i] as number;
    const number = numbers.get(key) ?? numbers.size;
    numbers.set(key, number);
    cell[i] = number;
  }
  return numbers.size;
}
