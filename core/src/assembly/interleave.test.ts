import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { interleave, wovenIndex } from "./interleave.ts";
import { neighbourPairs, orderCost, unavoidablePairs, type Strand } from "./orderCost.ts";

const strand = (topicId: string, unitId = topicId, difficultyRank = 0.5): Strand => ({
  topicId,
  unitId,
  kind: "oneRightAnswer",
  difficultyRank,
});
const strands = (maxLength: number) =>
  fc.array(
    fc
      .record({ t: fc.nat(3), rank: fc.double({ min: 0, max: 1, noNaN: true }) })
      .map(({ t, rank }) => strand(`t${t}`, `u${t % 2}`, rank)),
    { minLength: 1, maxLength },
  );

describe("interleave", () => {
  test("sorted topics come out woven", () => {
    const items = ["a", "a", "b", "b", "c", "c"].map((topic) => strand(topic));
    const { order, index, proven } = interleave(items, "seed");
    expect(neighbourPairs(order.map((i) => items[i] as Strand))).toBe(0);
    expect([index, proven]).toEqual([1, true]);
    expect(wovenIndex(items, [0, 1, 2, 3, 4, 5], orderCost(items)(order).spacing)).toBe(0);
  });

  test("when all items are of one topic there is nothing to weave, and no index", () => {
    expect(interleave([strand("a"), strand("a"), strand("a")], "seed").index).toBeNull();
    expect(interleave([], "seed").order).toEqual([]);
  });

  test("up to seven items no other order is cheaper", () => {
    fc.assert(
      fc.property(strands(6), (items) => {
        const cost = orderCost(items);
        const least = Math.min(...permutations([...items.keys()]).map((order) => cost(order).total));
        expect(cost(interleave(items, "seed").order).total).toBeCloseTo(least, 9);
      }),
      { numRuns: 25 },
    );
  });

  test("every order is a permutation, the same for the same seed", () => {
    fc.assert(
      fc.property(strands(14), fc.string(), (items, seed) => {
        const { order } = interleave(items, seed, 500);
        expect([...order].sort((a, b) => a - b)).toEqual([...items.keys()]);
        expect(interleave(items, seed, 500).order).toEqual(order);
      }),
      { numRuns: 25 },
    );
  });

  test("neighbours of one topic are exactly as many as cannot be avoided", () => {
    const items = ["a", "a", "a", "a", "a", "b", "c"].map((topic) => strand(topic));
    const { order } = interleave(items, "seed");
    expect(neighbourPairs(order.map((i) => items[i] as Strand))).toBe(unavoidablePairs(items.map((i) => i.topicId)));
  });

  test("items of one block stay together in their order", () => {
    const items = [strand("a"), { ...strand("a"), block: "map" }, { ...strand("b"), block: "map" }, strand("b")];
    const { order } = interleave(items, "seed");
    expect(order.indexOf(2)).toBe(order.indexOf(1) + 1);
  });
});

function permutations<T>(list: readonly T[]): T[][] {
  if (list.length <= 1) return [[...list]];
  return list.flatMap((one, at) => permutations(list.filter((_, i) => i !== at)).map((rest) => [one, ...rest]));
}
