/** Neighbours by a seating plan, and orders in which they do not have the same question before them at the same place. */
import { orderCost, type Strand } from "../assembly/orderCost.ts";

export interface Seat {
  readonly studentId: string;
  /** Counted from 1, from the front and from the left. */
  readonly row: number;
  readonly column: number;
}

/** Whose screens a student can see from the own seat: beside, in front, behind, and across a corner. */
export function neighboursOf(seats: readonly Seat[], studentId: string): string[] {
  const own = seats.find((seat) => seat.studentId === studentId);
  if (!own) return [];
  return seats
    .filter((seat) => seat !== own && Math.abs(seat.row - own.row) <= 1 && Math.abs(seat.column - own.column) <= 1)
    .map((seat) => seat.studentId);
}

/** Every two who are neighbours, each pair once. */
export const pairsOf = (seats: readonly Seat[]): (readonly [string, string])[] =>
  seats.flatMap(({ studentId }) =>
    neighboursOf(seats, studentId)
      .filter((other) => studentId < other)
      .map((other) => [studentId, other] as const),
  );

/** Places at which two orders have the same question or a look-alike; each is the family of the question at each place. */
export const countSame = (one: readonly string[], other: readonly string[]): number =>
  one.filter((familyId, at) => familyId === other[at]).length;

/**
 * An order changed so that it has fewer of the neighbours' families at their places, and is woven as well as may be: as
 * long as a change of two questions takes a coincidence away, that one which leaves fewest, and of those the one after which
 * topics lie furthest apart. What hangs on a shared text, map or chart stays where it is.
 *
 * @param order questions with their families
 * @param neighbours the families at these places of each neighbour; shorter ones say nothing of the rest
 * @returns the same questions in their new order
 */
export function orderedApart<Item extends Strand & { readonly familyId: string }>(
  order: readonly Item[],
  neighbours: readonly (readonly (string | undefined)[])[],
): Item[] {
  const items = [...order];
  const at = items.map((_, i) => i);
  const same = (item: Item, place: number) => neighbours.filter((families) => families[place] === item.familyId).length;
  const cost = orderCost(order);
  const sameAt = (place: number) => same(items[place] as Item, place);
  const change = (a: number, b: number) => {
    [items[a], items[b]] = [items[b] as Item, items[a] as Item];
    [at[a], at[b]] = [at[b] as number, at[a] as number];
  };
  for (;;) {
    let best: { a: number; b: number; gain: number; total: number } | null = null;
    for (let a = 0; a < items.length; a++) {
      if (sameAt(a) === 0 || items[a]?.block !== undefined) continue;
      for (let b = 0; b < items.length; b++) {
        if (a === b || items[b]?.block !== undefined) continue;
        const before = sameAt(a) + sameAt(b);
        change(a, b);
        const gain = before - sameAt(a) - sameAt(b);
        const { total } = cost(at);
        change(a, b);
        if (gain > 0 && (best === null || gain > best.gain || (gain === best.gain && total < best.total)))
          best = { a, b, gain, total };
      }
    }
    if (best === null) return items;
    change(best.a, best.b);
  }
}
