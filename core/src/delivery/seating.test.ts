import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { deal } from "./deal.ts";
import { countSame, neighboursOf, orderedApart, pairsOf, type Seat } from "./seating.ts";

const seat = (row: number, column: number): Seat => ({ studentId: `${row} ${column}`, row, column });
const room = (rows: number, columns: number) =>
  Array.from({ length: rows * columns }, (_, i) => seat(Math.floor(i / columns) + 1, (i % columns) + 1));

describe("neighbours", () => {
  test("sit beside, in front, behind and across a corner; who has no seat has none", () => {
    expect(neighboursOf(room(3, 3), "2 2")).toHaveLength(8);
    expect(neighboursOf(room(3, 3), "1 1").sort()).toEqual(["1 2", "2 1", "2 2"]);
    expect(neighboursOf(room(3, 3), "somebody")).toEqual([]);
    expect(neighboursOf([seat(1, 1), seat(1, 3), seat(3, 1)], "1 1")).toEqual([]);
  });

  test("each pair is there once, and goes both ways", () => {
    const seats = room(4, 5);
    const pairs = pairsOf(seats);
    expect(new Set(pairs.map((pair) => [...pair].sort().join())).size).toBe(pairs.length);
    for (const [a, b] of pairs)
      expect([neighboursOf(seats, a), neighboursOf(seats, b)]).toEqual([
        expect.arrayContaining([b]),
        expect.arrayContaining([a]),
      ]);
  });
});

const strand = (n: number, block?: string) => ({
  ...{ itemId: `i${n}`, familyId: `f${n}`, topicId: `t${n % 4}`, unitId: `u${n % 2}`, kind: "oneRightAnswer" },
  ...{ difficultyRank: 0.5, block },
});
const families = (items: readonly { readonly familyId: string }[]) => items.map((item) => item.familyId);

describe("an order apart from neighbours", () => {
  const n = fc.integer({ min: 2, max: 12 });
  const others = (length: number) =>
    fc.array(
      fc.shuffledSubarray(
        Array.from({ length }, (_, i) => i),
        { minLength: length },
      ),
      { maxLength: 8 },
    );

  test("asks the same questions, and never has more in common with the neighbours than before", () => {
    fc.assert(
      fc.property(
        n.chain((length) => fc.tuple(fc.constant(length), others(length))),
        ([length, orders]) => {
          const items = Array.from({ length }, (_, i) => strand(i));
          const neighbours = orders.map((order) => order.map((i) => `f${i}`));
          const after = orderedApart(items, neighbours);
          expect([...families(after)].sort()).toEqual([...families(items)].sort());
          const same = (order: readonly string[]) => neighbours.reduce((sum, one) => sum + countSame(order, one), 0);
          expect(same(families(after))).toBeLessThanOrEqual(same(families(items)));
        },
      ),
    );
  });

  test("what hangs on a text, map or chart stays where it is", () => {
    const items = [strand(0, "map"), strand(1, "map"), strand(2), strand(3)];
    const after = orderedApart(items, [families(items)]);
    expect(families(after).slice(0, 2)).toEqual(["f0", "f1"]);
    expect(families(after).slice(2)).toEqual(["f3", "f2"]);
  });

  test("a class in rows of six: eight questions, dealt one after the other, meet at the same place nowhere or almost so", () => {
    const items = Array.from({ length: 8 }, (_, i) => strand(i));
    const parts = [
      {
        orderRule: "woven" as const,
        places: items.map((item) => ({ placeId: item.itemId, items: [item], take: 1 })),
      },
    ];
    const seats = room(5, 6);
    const share = (usesPlan: boolean) => {
      const dealt = new Map<string, string[]>();
      for (const { studentId } of seats) {
        const neighbours = neighboursOf(seats, studentId).flatMap((id) => (dealt.has(id) ? [dealt.get(id) ?? []] : []));
        const order = deal(parts, { seed: studentId, ownOrder: true, ...(usesPlan && { neighbours }) });
        dealt.set(studentId, families(order.map(({ item }) => item)));
      }
      const pairs = pairsOf(seats);
      const same = pairs.reduce((sum, [a, b]) => sum + countSame(dealt.get(a) ?? [], dealt.get(b) ?? []), 0);
      return same / (pairs.length * items.length);
    };
    // By chance one place in eight; with the plan at most four neighbours have begun before, which leaves a free order.
    expect(share(false)).toBeGreaterThan(0.08);
    expect(share(true)).toBeLessThan(0.005);
  });

  test("without neighbours, and where all have one order, nothing changes", () => {
    const places = [0, 1, 2].map((i) => ({ placeId: `p${i}`, items: [strand(i)], take: 1 }));
    const parts = [{ orderRule: "woven" as const, places }];
    const order = (more: object, ownOrder = true) =>
      deal(parts, { seed: "s", ownOrder, ...more }).map(({ item }) => item.itemId);
    expect(order({ neighbours: [] })).toEqual(order({}));
    expect(order({ neighbours: [["f0", "f1", "f2"]] }, false)).toEqual(["i0", "i1", "i2"]);
  });
});
