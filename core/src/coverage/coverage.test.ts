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
  const draws = [
    { part: "A", take: 2, families: 9 },
    { part: "B", take: 3, families: 10 },
    { part: "C", take: 1, families: 3 },
  ];
  expect(goesOf(draws)).toEqual({ goes: 3, bottleneck: draws[1] });
  expect(() => goesOf([])).toThrow(RangeError);
});
