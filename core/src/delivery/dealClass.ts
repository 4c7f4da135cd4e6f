/** Deals the draws of a quiz to a whole class at once: each item to as many, and as much to be expected of each student. */

import { randomFrom, shuffled } from "../random.ts";
import { dealApart, leeway } from "./dealApart.ts";
import { band, Table, targetOf, type ClassDeal, type ClassPool, type ClassStudent, type Hand } from "./dealTable.ts";

export type { ClassDeal, ClassPool, ClassStudent } from "./dealTable.ts";

/** Per student the drawn items of each place. */
export type Hands = ReadonlyMap<string, ReadonlyMap<string, readonly string[]>>;

/**
 * The draws of every student of a class for one go.
 *
 * What a student has met comes only where there is nothing else, the longest unseen first; never two of a family. Within
 * that each item goes to as many students as any other of its pool, give or take one (a deck that is dealt out before it
 * is mixed again). Then students whose expected score is too high change an item with others whose is too low, or for one
 * that was dealt less often, which leaves all of that as it is, until all expected scores lie within a twentieth of a point
 * of what the pools give on average, or no change helps: 1,000 students with 10 draws of 4 of 12 come from a spread of 1.25
 * points to one of 0.012. Since every go aims at the same, so do the goes of one student. At last neighbours in the room
 * change items with others, so that they have fewer questions in common at the same place.
 *
 * Deterministic for the same students in the same order, pools and seed.
 */
export function dealClass(students: readonly ClassStudent[], deal: ClassDeal): Hands {
  const table = new Table(deal);
  const next = randomFrom(`${deal.seed} order`);
  const hands = shuffled([...students], next).map((student) => table.dealTo(student, next));
  for (const pool of table.pools) table.level(pool, hands);
  aim(table, hands);
  balance(table, hands, next);
  aim(table, hands);
  if (deal.neighbours) dealApart(table, hands, deal.neighbours, next);
  return new Map(hands.map((hand) => [hand.studentId, table.namesOf(hand)]));
}

/**
 * The draws of one student who comes later: of several such hands the one whose expected score is nearest to `wanted`,
 * that of the others; where several are near enough, the one that has least in common with the neighbours' hands.
 *
 * @param others what was dealt to the others in this go
 */
export function dealOne(
  student: ClassStudent,
  deal: ClassDeal,
  wanted: number,
  others: Hands = new Map(),
): ReadonlyMap<string, readonly string[]> {
  const table = new Table(deal);
  const next = randomFrom(`${deal.seed} ${student.studentId}`);
  const counts = [...table.counts];
  const hands = Array.from({ length: 60 }, () => {
    table.counts.splice(0, counts.length, ...counts);
    return table.dealTo(student, next);
  });
  const beside = deal.neighbours?.get(student.studentId) ?? [];
  // Of those that are near enough it is the one that shares least with those who sit beside.
  const away = (hand: Hand) => {
    const by = Math.abs(hand.expected - wanted);
    return beside.length > 0 && by <= leeway ? 0 : by;
  };
  const shared = (hand: Hand) =>
    beside.reduce((sum, other) => sum + table.sharedPlaces(hand, others.get(other) ?? new Map()), 0);
  const [best] = hands.toSorted((a, b) => away(a) - away(b) || shared(a) - shared(b));
  return best ? table.namesOf(best) : new Map<string, string[]>();
}

/** What a hand should earn, in points, given the pools it is from. */
export function expectedOf(hand: ReadonlyMap<string, readonly string[]>, pools: readonly ClassPool[]): number {
  const expected = new Map(pools.flatMap((pool) => pool.items.map((item) => [item.itemId, item.expected])));
  return [...hand.values()].flat().reduce((sum, itemId) => sum + (expected.get(itemId) ?? 0), 0);
}

/**
 * Brings hands nearer to the target by items that were dealt less often than what they hold: where few are dealt to there is
 * nobody to change with, and the mean of all hands may be away from it.
 */
function aim(table: Table, hands: readonly Hand[]): void {
  const target = targetOf(table);
  for (const hand of [...hands].sort((a, b) => Math.abs(b.expected - target) - Math.abs(a.expected - target)))
    while (Math.abs(hand.expected - target) > band) {
      const best = table.nearest(hand, target);
      if (!best) break;
      table.change(hand, best.pool, best.out, best.into);
    }
}

/** Partners and pools that are tried for one change. */
const tried = 14;

function balance(table: Table, hands: Hand[], next: () => number): void {
  const mean = targetOf(table);
  const some = (count: number) => Math.floor(next() * count);
  let fruitless = 0;
  const rested = new Set<Hand>();
  while (fruitless < 4 * hands.length) {
    let worst: Hand | undefined;
    for (const hand of hands)
      if (!rested.has(hand) && (!worst || Math.abs(hand.expected - mean) > Math.abs(worst.expected - mean)))
        worst = hand;
    if (!worst || Math.abs(worst.expected - mean) <= band) {
      if (rested.size === 0) return;
      rested.clear();
      fruitless += 1;
      continue;
    }
    const away = worst.expected - mean;
    let best: { partner: Hand; pool: number; out: number; into: number; away: number } | null = null;
    for (let p = 0; p < tried; p++) {
      const partner = hands[some(hands.length)] as Hand;
      const theirs = partner.expected - mean;
      if (partner === worst || theirs * away > 0) continue;
      for (let q = 0; q < tried; q++) {
        const pool = some(table.pools.length);
        for (const out of worst.held[pool] ?? [])
          for (const into of partner.held[pool] ?? []) {
            const gain = table.expectedOf(into) - table.expectedOf(out);
            const after = Math.max(Math.abs(away + gain), Math.abs(theirs - gain));
            if (
              after < (best?.away ?? Math.abs(away) - 1e-9) &&
              table.mayChange(worst, pool, out, into) &&
              table.mayChange(partner, pool, into, out)
            )
              best = { partner, pool, out, into, away: after };
          }
      }
    }
    if (!best) {
      rested.add(worst);
      fruitless += 1;
      continue;
    }
    table.change(worst, best.pool, best.out, best.into);
    table.change(best.partner, best.pool, best.into, best.out);
    rested.clear();
  }
}
