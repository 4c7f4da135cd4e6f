import fc from "fast-check";
import { expect, test } from "vitest";
import { orderCost, type Strand } from "./orderCost.ts";
import { placeFor, weaveAround } from "./weave.ts";

const strands = (units: readonly number[]): Strand[] =>
  units.map((unit, i) => ({ topicId: `t${unit}`, unitId: `u${unit}`, kind: "", difficultyRank: i / 20 }));

test("what is locked keeps its place, everything else stays in the quiz, and the order costs no more than before", () => {
  fc.assert(
    fc.property(
      fc.array(fc.nat(3), { minLength: 1, maxLength: 12 }),
      fc.uniqueArray(fc.nat(11), { maxLength: 5 }),
      fc.string(),
      (units, locks, seed) => {
        const items = strands(units);
        const locked = new Set(locks.filter((place) => place < items.length));
        const order = weaveAround(items, locked, seed);
        expect([...order].sort((a, b) => a - b)).toEqual([...items.keys()]);
        for (const place of locked) expect(order[place]).toBe(place);
        const cost = orderCost(items);
        expect(cost(order).total).toBeLessThanOrEqual(cost([...items.keys()]).total + 1e-9);
      },
    ),
  );
});

test("a new item goes where it is furthest from its own kind, and behind what is locked", () => {
  const items = strands([0, 1, 0, 1, 2]);
  const added = strands([0])[0]!;
  expect(placeFor(items, added)).toBe(5);
  expect(placeFor(items, strands([2])[0]!, new Set([0, 1, 2]))).toBeGreaterThan(2);
});

test("a new item on a stimulus goes right behind those that are there", () => {
  const items = strands([0, 1, 2, 3]).map((one, i) => (i === 1 || i === 2 ? { ...one, block: "map" } : one));
  expect(placeFor(items, { ...strands([0])[0]!, block: "map" })).toBe(3);
});
