/** What is dealt to a class, as whole numbers: who holds what of each pool, how often each item was dealt, who may change. */
import type { PoolItem } from "../assembly/draws.ts";

export interface ClassPool {
  readonly placeId: string;
  readonly items: readonly (PoolItem & {
    /** Points that a student should get for it, 0 or more. */
    readonly expected: number;
  })[];
  /** Items that each student gets. */
  readonly take: number;
  /** What is drawn stands where the draw stands, in the order of the hand; otherwise its order is made later. */
  readonly staysInOrder?: boolean;
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
  /** Who sits beside whom, by their ids; nobody where it is not known. */
  readonly neighbours?: ReadonlyMap<string, readonly string[]>;
  readonly seed: string;
}

/** Half the width, in points, of the band in which all expected scores should lie. */
export const band = 0.025;

export interface Hand {
  readonly studentId: string;
  /** Per pool the numbers of its items. */
  readonly held: number[][];
  readonly families: Set<number>;
  /** Per item the go in which it was met last, 0: never. */
  readonly met: (item: number) => number;
  expected: number;
}

/** The pools with items as whole numbers, and how often each has been dealt. */
export class Table {
  readonly pools: readonly {
    readonly placeId: string;
    readonly at: number;
    readonly items: number[];
    readonly take: number;
    readonly staysInOrder: boolean;
  }[];
  readonly names: string[] = [];
  readonly family: number[] = [];
  readonly expected: number[] = [];
  readonly counts: number[] = [];

  constructor({ pools, fixedFamilies, dealt }: ClassDeal) {
    const families = new Map<string, number>();
    this.pools = pools.map(({ placeId, items, take, staysInOrder = false }, at) => ({
      placeId,
      staysInOrder,
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

  /** How many places of draws that stay in order show the same family in this hand and in one dealt before. */
  sharedPlaces(hand: Hand, other: ReadonlyMap<string, readonly string[]>): number {
    const familyOfName = (name: string | undefined) => this.familyOf(this.names.indexOf(name ?? ""));
    return this.pools.reduce((sum, { placeId, at, staysInOrder }) => {
      if (!staysInOrder) return sum;
      const theirs = other.get(placeId) ?? [];
      return sum + (hand.held[at] ?? []).filter((item, i) => familyOfName(theirs[i]) === this.familyOf(item)).length;
    }, 0);
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
export const targetOf = (table: Table): number =>
  table.pools.reduce((sum, { items, take }) => {
    const all = items.reduce((points, item) => points + table.expectedOf(item), 0);
    return sum + (items.length === 0 ? 0 : (Math.min(take, items.length) * all) / items.length);
  }, 0);
