/** Choices of a small bank, tried one by one: a walk of exchanges can get stuck between them, this cannot. */

import { valueOf, violation, type Problem } from "./problem.ts";

/** So many are tried in a few milliseconds. */
const mostChoices = 5000;

/** How many choices of `size` out of `n` there are, or more than are tried. */
function countOf(n: number, size: number): number {
  let count = 1;
  for (let i = 1; i <= size && count <= mostChoices; i++) count = (count * (n - size + i)) / i;
  return count;
}

/** The most valuable choice that meets every requirement; null where there is none, or where there are too many to try. */
export function bestOfFew(problem: Problem): number[] | null {
  const { size, value, family } = problem;
  if (size > value.length || countOf(value.length, size) > mostChoices) return null;
  let best: { readonly chosen: readonly number[]; readonly value: number } | null = null;
  const chosen: number[] = [];
  const families = new Set<number>();
  const choose = (from: number): void => {
    if (chosen.length === size) {
      const worth = valueOf(problem, chosen);
      if ((best === null || worth > best.value) && violation(problem, chosen) === 0)
        best = { chosen: [...chosen], value: worth };
      return;
    }
    for (let i = from; i <= value.length - (size - chosen.length); i++) {
      const one = family[i] as number;
      if (families.has(one)) continue;
      chosen.push(i);
      families.add(one);
      choose(i + 1);
      chosen.pop();
      families.delete(one);
    }
  };
  choose(0);
  return (best as { readonly chosen: readonly number[] } | null)?.chosen.slice() ?? null;
}
