/** Deals the draws of a quiz to a whole class at once: each item to as many, and as much to be expected of each student. */

import type { PoolItem } from "../assembly/draws.ts";
import { randomFrom, shuffled } from "../random.ts";

export interface ClassPool {
  readonly placeId: string;
  readonly items: readonly (PoolItem & {
    /** Points that a student should get for it, 0 or more. */
    readonly expected: number;
  })[];
  /** Items that each student gets. */
  readonly take: number;
}

export interface ClassStudent {
  readonly studentId: string;
  /** The go in which each item was met last, by its id; 1 is the first go. */
  readonly met: ReadonlyMap<string, number>;
}

export interface ClassDeal {
  readonly pools: readonly ClassPool[];
  /** Families of what is fixed: nobody draws them. */
  readonly fixedFamilies: ReadonlySet<string>;
  /** How often each item was dealt in earlier goes, by its id. */
  readonly dealt?: ReadonlyMap<string, number>;
  readonly seed: string;
}

/** Per student the drawn items of each place. */
export type Hands = ReadonlyMap<string, ReadonlyMap<string, readonly string[]>>;

/** Half the width, in points, of the band in which all expected scores should lie. */
const band = 0.025;

/**
 * The draws of every student of a class for one go.
 *
 * What a student has met comes only where there is nothing else, the longest unseen first; never two of a family. Within
 * that each item goes to as many students as any other of its pool, give or take one (a deck that is dealt out before it
 * is mixed again). Then students whose expected score is too high change an item with others whose is too low, or for one
 * that was dealt less often, which leaves all of that as it is, until all expected scores lie within a twentieth of a point
 * of what the pools give on average, or no change helps: 1,000 students with 10 draws of 4 of 12 come from a spread of 1.25
 * points to one of 0.012. Since every go aims at the same, so do the goes of one student.
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
  return new Map(hands.map((hand) => [hand.studentId, table.namesOf(hand)]));
}

/**
 * The draws of one student who comes later: of several such hands the one whose expected score is nearest to `wanted`,
 * that of the others.
 */
export function dealOne(
  student: ClassStudent,
  deal: ClassDeal,
  wanted: number,
): ReadonlyMap<string, readonly string[]> {
  const table = new Table(deal);
  const next = randomFrom(`${deal.seed} ${student.studentId}`);
  const counts = [...table.counts];
  const hands = Array.from({ length: 60 }, () => {
    table.counts.splice(0, counts.length, ...counts);
    return table.dealTo(student, next);
  });
  const away = (hand: Hand) => Math.abs(hand.expected - wanted);
  const [best] = hands.toSorted((a, b) => away(a) - away(b));
  return best ? table.namesOf(best) : new Map<string, string[]>();
}

/** What a hand should earn, in points, given the pools it is from. */
export function expectedOf(hand: ReadonlyMap<string, readonly string[]>, pools: readonly ClassPool[]): number {
  const expected = new Map(pools.flatMap((pool) => pool.items.map((item) => [item.itemId, item.expected])));
  return [...hand.values()].flat().reduce((sum, itemId) => sum + (expected.get(itemId) ?? 0), 0);
}

interface Hand {
  readonly studentId: string;
  /** Per pool the numbers of its items. */
  readonly held: number[][];
  readonly families: Set<number>;
  /** Per item the go in which it was met last, 0: never. */
  readonly met: (item: number) => number;
  expected: number;
}

/** The pools with items as whole numbers, and how often each has been dealt. */
class Table {
  readonly pools: readonly { readonly placeId: string; readonly at: number; readonly items: number[]; take: number }[];
  readonly names: string[] = [];
  readonly family: number[] = [];
  readonly expected: number[] = [];
  readonly counts: number[] = [];

  constructor({ pools, fixedFamilies, dealt }: ClassDeal) {
    const families = new Map<string, number>();
    this.pools = pools.map(({ placeId, items, take }, at) => ({
      placeId,
      at,
      take,
      items: items
        .filter((item) => !fixedFamilies.has(item.familyId))
        .map((item) => {
          if (!families.has(item.familyId)) families.set(item.familyId, families.size);
          this.names.push(item.itemId);
          this.family.push(families.get(item.familyId) ?? 0);
          this.expected.push(item.expected);
          return this.counts.push(dealt?.get(item.itemId) ?? 0) - 1;
        }),
    }));
  }

  /** Deals to one student: the longest unseen, of these what was dealt least, of these any. */
  dealTo({ studentId, met }: ClassStudent, next: () => number): Hand {
    const families = new Set<number>();
    const metAt = (item: number) => met.get(this.names[item] ?? "") ?? 0;
    const held = this.pools.map(({ items, take }) => {
      const turn = new Map(items.map((item) => [item, next()]));
      const order = [...items].sort(
        (a, b) => metAt(a) - metAt(b) || this.count(a) - this.count(b) || (turn.get(a) ?? 0) - (turn.get(b) ?? 0),
      );
      const hand: number[] = [];
      for (const item of order) {
        if (hand.length === take) break;
        if (families.has(this.familyOf(item))) continue;
        families.add(this.familyOf(item));
        hand.push(item);
        this.counts[item] = this.count(item) + 1;
      }
      return hand;
    });
    const expected = held.flat().reduce((sum, item) => sum + this.expectedOf(item), 0);
    return { studentId, held, families, met: metAt, expected };
  }

  /**
   * Hands what was dealt least to somebody for what was dealt most, by way of others where nobody can change these two,
   * until they differ by one at most or no way is left (a shortest augmenting path, as in Ford and Fulkerson 1956).
   */
  level(pool: Table["pools"][number], hands: readonly Hand[]): void {
    const holderOf = (out: number, into: number) =>
      hands.find((hand) => hand.held[pool.at]?.includes(out) === true && this.mayChange(hand, pool.at, out, into));
    const wayFrom = (most: number): number[] | null => {
      const before = new Map<number, number>([[most, -1]]);
      for (const at of before.keys()) {
        if (this.count(most) - this.count(at) >= 2) {
          const way = [at];
          for (let step = before.get(at) ?? -1; step >= 0; step = before.get(step) ?? -1) way.unshift(step);
          return way;
        }
        for (const into of pool.items) if (!before.has(into) && holderOf(at, into)) before.set(into, at);
      }
      return null;
    };
    for (let left = pool.items.length * hands.length; left > 0; left--) {
      const most = [...pool.items].sort((a, b) => this.count(b) - this.count(a))[0];
      const way = most === undefined ? null : wayFrom(most);
      if (!way) return;
      // From the far end, so that each change still is one that its hand may make.
      for (let at = way.length - 1; at > 0; at--) {
        const [out, into] = [way[at - 1] as number, way[at] as number];
        const hand = holderOf(out, into);
        if (!hand) break;
        this.change(hand, pool.at, out, into);
      }
    }
  }

  /** Whether `hand` may get `into` for `out`: it has neither it nor a look-alike, and has not met it later. */
  mayChange(hand: Hand, pool: number, out: number, into: number): boolean {
    const family = this.familyOf(into);
    return (
      hand.held[pool]?.includes(into) !== true &&
      (family === this.familyOf(out) || !hand.families.has(family)) &&
      hand.met(into) <= hand.met(out)
    );
  }

  change(hand: Hand, pool: number, out: number, into: number): void {
    hand.held[pool] = (hand.held[pool] ?? []).map((item) => (item === out ? into : item));
    hand.families.delete(this.familyOf(out));
    hand.families.add(this.familyOf(into));
    hand.expected += this.expectedOf(into) - this.expectedOf(out);
    this.counts[out] = this.count(out) - 1;
    this.counts[into] = this.count(into) + 1;
  }

  /** The change for an item dealt less often that brings a hand nearest to `target`; null where none brings it nearer. */
  nearest(hand: Hand, target: number): { pool: number; out: number; into: number } | null {
    let best: { pool: number; out: number; into: number; away: number } | null = null;
    for (const { at, items } of this.pools)
      for (const out of hand.held[at] ?? [])
        for (const into of items) {
          const away = Math.abs(hand.expected - this.expectedOf(out) + this.expectedOf(into) - target);
          const isNearer = away < (best?.away ?? Math.abs(hand.expected - target) - 1e-9);
          if (isNearer && this.count(into) < this.count(out) && this.mayChange(hand, at, out, into))
            best = { pool: at, out, into, away };
        }
    return best;
  }

  namesOf(hand: Hand): Map<string, string[]> {
    return new Map(
      this.pools.map(({ placeId, at }) => [placeId, (hand.held[at] ?? []).map((item) => this.names[item] ?? "")]),
    );
  }

  count = (item: number): number => this.counts[item] ?? 0;
  familyOf = (item: number): number => this.family[item] ?? -1;
  expectedOf = (item: number): number => this.expected[item] ?? 0;
}

/** What a hand is to earn: of each pool as many items of its mean. The same in every go. */
const targetOf = (table: Table): number =>
  table.pools.reduce((sum, { items, take }) => {
    const all = items.reduce((points, item) => points + table.expectedOf(item), 0);
    return sum + (items.length === 0 ? 0 : (Math.min(take, items.length) * all) / items.length);
  }, 0);

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
