import fc from "fast-check";
import { expect, test } from "vitest";
import { goesOf } from "./goes.ts";
import { runsOut } from "./runsOut.ts";

test("five items last for two returns of two, and the third runs out", () => {
  expect(runsOut([10, 20, 30], 5, 2)).toBe(30);
  expect(runsOut([10, 20], 5, 2)).toBeNull();
  expect(runsOut([10], 0, 2)).toBe(10);
});

test("one item more never makes it run out sooner", () => {
  fc.assert(
    fc.property(fc.array(fc.nat(400)), fc.nat(50), fc.integer({ min: 1, max: 6 }), (days, unseen, each) => {
      const returns = days.sort((a, b) => a - b);
      expect(runsOut(returns, unseen + 1, each) ?? Infinity).toBeGreaterThanOrEqual(
        runsOut(returns, unseen, each) ?? Infinity,
      );
    }),
  );
});

test("the draw that runs out first says how many goes there are", () => {
  const pool = (name: string, size: number) => Array.from({ length: size }, (_, i) => `${name}${String(i)}`);
  const apart = [
    { part: "A", take: 2, families: pool("a", 9) },
    { part: "B", take: 3, families: pool("b", 10) },
    { part: "C", take: 1, families: pool("c", 3) },
  ];
  expect(goesOf(apart)).toMatchObject({ goes: 3 });
  expect(goesOf(apart.slice(0, 2))).toEqual({ goes: 3, bottleneck: { parts: ["B"], take: 3, families: 10 } });
  expect(() => goesOf([])).toThrow(RangeError);
  expect(goesOf([{ part: "A", take: 2, families: ["a"] }]).goes).toBe(0);
  // Alone each would last for three goes; of one pool they last for one.
  const shared = [
    { part: "A", take: 2, families: pool("s", 6) },
    { part: "B", take: 2, families: pool("s", 7) },
  ];
  expect(goesOf(shared)).toEqual({ goes: 1, bottleneck: { parts: ["A", "B"], take: 4, families: 7 } });
});

test("goes are what the poorest set of draws has families for, however their pools overlap", () => {
  const draw = fc.record({
    part: fc.constantFrom("A", "B", "C", "D"),
    take: fc.integer({ min: 1, max: 3 }),
    families: fc.uniqueArray(fc.nat(11).map(String), { maxLength: 12 }),
  });
  fc.assert(
    fc.property(fc.array(draw, { minLength: 1, maxLength: 5 }), (draws) => {
      const sets = Array.from({ length: 2 ** draws.length - 1 }, (_, i) =>
        draws.filter((__, at) => ((i + 1) >> at) & 1),
      );
      const lasts = sets.map((set) =>
        Math.floor(new Set(set.flatMap((one) => one.families)).size / set.reduce((sum, one) => sum + one.take, 0)),
      );
      const { goes, bottleneck } = goesOf(draws);
      expect(goes).toBe(Math.min(...lasts));
      expect(Math.floor(bottleneck.families / bottleneck.take)).toBe(goes);
    }),
  );
});
