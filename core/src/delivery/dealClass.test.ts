import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import { neighboursOf, pairsOf } from "./seating.ts";
import { dealClass, dealOne, expectedOf, type ClassPool, type ClassStudent, type Hands } from "./dealClass.ts";

/** Pools of items whose expected credit is anything; families of one unless said otherwise. */
function poolsOf(count: number, size: number, take: number, familyOf = (p: number, i: number) => `${p} ${i}`) {
  const next = randomFrom(`pools ${count} ${size}`);
  return Array.from({ length: count }, (_, p): ClassPool => ({
    placeId: `pool ${p}`,
    take,
    items: Array.from({ length: size }, (_, i) => ({
      itemId: `${p} ${i}`,
      familyId: familyOf(p, i),
      expected: 0.2 + 0.8 * next(),
    })),
  }));
}
const classOf = (count: number): ClassStudent[] =>
  Array.from({ length: count }, (_, i) => ({ studentId: `student ${i}`, met: new Map() }));
const countsOf = (hands: Hands) => {
  const counts = new Map<string, number>();
  for (const hand of hands.values())
    for (const itemId of [...hand.values()].flat()) counts.set(itemId, (counts.get(itemId) ?? 0) + 1);
  return counts;
};
const spreadOf = (hands: Hands, pools: readonly ClassPool[]) => {
  const scores = [...hands.values()].map((hand) => expectedOf(hand, pools));
  const mean = scores.reduce((sum, one) => sum + one, 0) / scores.length;
  return Math.sqrt(scores.reduce((sum, one) => sum + (one - mean) ** 2, 0) / scores.length);
};
const none = new Set<string>();

/** A room of so many in a row, who sit beside, in front and behind one another. */
function seated(class_: readonly ClassStudent[], columns: number) {
  const seats = class_.map(({ studentId }, i) => ({
    ...{ studentId, row: Math.floor(i / columns) + 1, column: (i % columns) + 1 },
  }));
  return {
    pairs: pairsOf(seats),
    neighbours: new Map(seats.map(({ studentId }) => [studentId, neighboursOf(seats, studentId)])),
  };
}
/** Places at which neighbours have the same family, of all places that they could. */
function sameOf(hands: Hands, pools: readonly ClassPool[], pairs: readonly (readonly [string, string])[]) {
  const families = new Map(pools.flatMap((pool) => pool.items.map((item) => [item.itemId, item.familyId])));
  const row = (id: string) =>
    pools.map((pool) => (hands.get(id)?.get(pool.placeId) ?? []).map((one) => families.get(one)));
  let [same, places] = [0, 0];
  for (const [a, b] of pairs)
    row(a).forEach((list, p) => {
      places += list.length;
      same += list.filter((family, i) => family === row(b)[p]?.[i]).length;
    });
  return same / places;
}

describe("dealing to a class", () => {
  test("each item of a pool goes to as many as any other, give or take one, over several goes; nothing comes again before it must", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 2, max: 12 }),
        fc.integer({ min: 1, max: 4 }),
        fc.string(),
        (students, size, wanted, seed) => {
          const take = Math.min(wanted, size);
          const pools = poolsOf(2, size, take);
          const dealt = new Map<string, number>();
          let class_ = classOf(students);
          for (let go = 1; go <= 4; go++) {
            const hands = dealClass(class_, { pools, fixedFamilies: none, dealt, seed: `${seed} ${go}` });
            for (const [itemId, count] of countsOf(hands)) dealt.set(itemId, (dealt.get(itemId) ?? 0) + count);
            for (const pool of pools) {
              const counts = pool.items.map((item) => dealt.get(item.itemId) ?? 0);
              // Once all is used up what each has seen longest ago comes first: that may take one more.
              expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(go * take <= size ? 1 : 2);
            }
            class_ = class_.map(({ studentId, met }) => {
              const hand = [...(hands.get(studentId)?.values() ?? [])].flat();
              expect(hand).toHaveLength(2 * take);
              expect(new Set(hand).size).toBe(hand.length);
              if (go * take <= size) expect(hand.some((itemId) => met.has(itemId))).toBe(false);
              return { studentId, met: new Map([...met, ...hand.map((itemId) => [itemId, go] as const)]) };
            });
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test("never two of a family, nor one of what is fixed; as many as there can be", () => {
    const pools = poolsOf(3, 8, 3, (p, i) => (i < 2 ? "shared" : `${p} ${Math.floor(i / 2)}`));
    const hands = dealClass(classOf(25), { pools, fixedFamilies: new Set(["0 2"]), seed: "families" });
    const families = new Map(pools.flatMap((pool) => pool.items.map((item) => [item.itemId, item.familyId])));
    for (const hand of hands.values()) {
      const held = [...hand.values()].flat().map((itemId) => families.get(itemId));
      expect(new Set(held).size).toBe(held.length);
      expect(held).not.toContain("0 2");
      // Of the first pool two families are left besides the shared one, of the others three.
      expect(held.length).toBeGreaterThanOrEqual(8);
    }
  });

  test("what is to be expected of students differs fifty times less than by chance, for a class and for a thousand, in every go", () => {
    for (const students of [30, 1000]) {
      const pools = poolsOf(10, 12, 4);
      // The spread of chance: per draw k (1 - k / n) times the variance of the pool.
      const byChance = Math.sqrt(
        pools.reduce((sum, { items, take }) => {
          const mean = items.reduce((all, item) => all + item.expected, 0) / items.length;
          const variance = items.reduce((all, item) => all + (item.expected - mean) ** 2, 0) / (items.length - 1);
          return sum + take * (1 - take / items.length) * variance;
        }, 0),
      );
      let class_ = classOf(students);
      for (let go = 1; go <= 2; go++) {
        const hands = dealClass(class_, { pools, fixedFamilies: none, seed: `balance ${go}` });
        expect(byChance / spreadOf(hands, pools)).toBeGreaterThan(50);
        class_ = class_.map(({ studentId }) => ({
          studentId,
          met: new Map([...(hands.get(studentId)?.values() ?? [])].flat().map((itemId) => [itemId, go])),
        }));
      }
    }
  });

  test("the goes of a student are equal: of three they differ by a quarter of a point at most, for a class as for one alone", () => {
    for (const [count, size, take, students] of [
      [10, 12, 4, 28],
      [4, 12, 3, 15],
      [2, 9, 2, 3],
      [1, 16, 4, 1],
      [1, 48, 20, 25],
    ] as const) {
      const pools = poolsOf(count, size, take);
      const dealt = new Map<string, number>();
      let class_ = classOf(students);
      const scores = new Map(class_.map(({ studentId }) => [studentId, [] as number[]]));
      for (let go = 1; go <= 3; go++) {
        const hands = dealClass(class_, { pools, fixedFamilies: none, dealt, seed: `equal ${go}` });
        for (const [itemId, n] of countsOf(hands)) dealt.set(itemId, (dealt.get(itemId) ?? 0) + n);
        for (const [studentId, hand] of hands) scores.get(studentId)?.push(expectedOf(hand, pools));
        class_ = class_.map(({ studentId, met }) => {
          const hand = [...(hands.get(studentId)?.values() ?? [])].flat();
          return { studentId, met: new Map([...met, ...hand.map((itemId) => [itemId, go] as const)]) };
        });
      }
      for (const ofOne of scores.values()) expect(Math.max(...ofOne) - Math.min(...ofOne)).toBeLessThanOrEqual(0.25);
    }
  });

  test("the same students, pools and seed give the same; who comes later gets what was dealt least, near the others' score", () => {
    const pools = poolsOf(6, 9, 3);
    const deal = { pools, fixedFamilies: none, seed: "again" };
    const [hands, again] = [dealClass(classOf(28), deal), dealClass(classOf(28), deal)];
    expect(again).toEqual(hands);
    const mean = [...hands.values()].reduce((sum, hand) => sum + expectedOf(hand, pools), 0) / hands.size;
    const dealt = countsOf(hands);
    const late = dealOne({ studentId: "late", met: new Map() }, { ...deal, dealt }, mean);
    expect([...late.values()].map((list) => list.length)).toEqual([3, 3, 3, 3, 3, 3]);
    for (const pool of pools) {
      const counts = pool.items.map(
        (item) => (dealt.get(item.itemId) ?? 0) + (late.get(pool.placeId)?.includes(item.itemId) === true ? 1 : 0),
      );
      expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
    }
    expect(Math.abs(expectedOf(late, pools) - mean)).toBeLessThan(0.5);
    expect(dealClass([], deal).size).toBe(0);
  });

  test("where draws stay in order, neighbours have hardly the same question at the same place; all else is as without a plan", () => {
    const class_ = classOf(30);
    const { pairs, neighbours } = seated(class_, 6);
    for (const [count, size, take, most] of [
      [10, 6, 1, 0.05],
      [5, 12, 4, 0.01],
      // With three to draw from, equal scores leave little to choose.
      [8, 3, 1, 0.36],
    ] as const) {
      const pools = poolsOf(count, size, take).map((pool) => ({ ...pool, staysInOrder: true }));
      const deal = { pools, fixedFamilies: none, seed: "seats" };
      const [plain, apart] = [dealClass(class_, deal), dealClass(class_, { ...deal, neighbours })];
      expect(sameOf(apart, pools, pairs)).toBeLessThanOrEqual(most);
      expect(sameOf(plain, pools, pairs)).toBeGreaterThan(sameOf(apart, pools, pairs));
      expect(countsOf(apart)).toEqual(countsOf(plain));
      const mean = [...apart.values()].reduce((sum, hand) => sum + expectedOf(hand, pools), 0) / apart.size;
      for (const hand of apart.values()) expect(Math.abs(expectedOf(hand, pools) - mean)).toBeLessThan(0.11);
    }
  });

  test("apart from neighbours too: nobody gets two of a family, what they had before, or more than one more of an item", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 20 }),
        fc.integer({ min: 2, max: 8 }),
        fc.integer({ min: 1, max: 3 }),
        fc.string(),
        (students, size, wanted, seed) => {
          const take = Math.min(wanted, size);
          const pools = poolsOf(3, size, take, (p, i) => (i === 0 ? "shared" : `${p} ${i}`)).map((pool) => ({
            ...{ ...pool, staysInOrder: true },
          }));
          const first = dealClass(classOf(students), { pools, fixedFamilies: none, seed });
          const class_ = classOf(students).map(({ studentId }) => ({
            studentId,
            met: new Map([...(first.get(studentId)?.values() ?? [])].flat().map((itemId) => [itemId, 1] as const)),
          }));
          const { neighbours } = seated(class_, 5);
          const deal = { pools, fixedFamilies: none, seed: `${seed} 2` };
          const [plain, apart] = [dealClass(class_, deal), dealClass(class_, { ...deal, neighbours })];
          expect(countsOf(apart)).toEqual(countsOf(plain));
          const metOf = (hands: Hands) =>
            class_.reduce(
              (sum, { studentId, met }) =>
                sum + [...(hands.get(studentId)?.values() ?? [])].flat().filter((itemId) => met.has(itemId)).length,
              0,
            );
          expect(metOf(apart)).toBeLessThanOrEqual(metOf(plain));
          for (const hand of apart.values()) {
            const held = [...hand.values()].flat();
            expect(new Set(held).size).toBe(held.length);
            expect(held.filter((itemId) => itemId.endsWith(" 0")).length).toBeLessThanOrEqual(1);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test("who comes later has little in common with those who already sit beside", () => {
    const class_ = classOf(24);
    const { neighbours } = seated([...class_, { studentId: "late", met: new Map() }], 5);
    const pools = poolsOf(8, 6, 1).map((pool) => ({ ...pool, staysInOrder: true }));
    const deal = { pools, fixedFamilies: none, neighbours, seed: "late" };
    const hands = dealClass(class_, deal);
    const mean = [...hands.values()].reduce((sum, hand) => sum + expectedOf(hand, pools), 0) / hands.size;
    const beside = (neighbours.get("late") ?? []).map((id) => ["late", id] as const);
    const shareWith = (others: Hands) => {
      const late = dealOne({ studentId: "late", met: new Map() }, { ...deal, dealt: countsOf(hands) }, mean, others);
      return { late, same: sameOf(new Map([...hands, ["late", late]]), pools, beside) };
    };
    expect(shareWith(hands).same).toBeLessThan(shareWith(new Map()).same);
    expect(Math.abs(expectedOf(shareWith(hands).late, pools) - mean)).toBeLessThan(0.5);
  });
});
