import fc from "fast-check";
import { expect, test } from "vitest";
import { timeSpent } from "./timeSpent.ts";

test("the middle of the class, and the middle half", () => {
  expect(timeSpent([10_000, 20_000, 30_000, 40_000, 600_000])).toEqual({ low: 20, median: 30, high: 40, of: 5 });
  // As R's quantile(c(3, 7, 8, 12, 13, 20), c(.25, .5, .75)): 7.25, 10, 12.75.
  expect(timeSpent([3, 20, 7, 13, 8, 12].map((one) => one * 1000))).toEqual({
    low: 7.3,
    median: 10,
    high: 12.8,
    of: 6,
  });
});

test("says nothing of four, leaves out what was not measured, and refuses what is no time", () => {
  expect(timeSpent([])).toBeNull();
  expect(timeSpent([1000, 2000, 3000, 4000, 0, 0])).toBeNull();
  expect(timeSpent([1000, 2000, 3000, 4000, 5000, 0])?.of).toBe(5);
  expect(() => timeSpent([1000, -1])).toThrow(RangeError);
  expect(() => timeSpent([Number.NaN])).toThrow(RangeError);
});

test("does not depend on their order; one who left the page open hardly moves it", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 300_000 }), { minLength: 5, maxLength: 40 }), (times) => {
      const said = timeSpent(times);
      expect(timeSpent([...times].reverse())).toEqual(said);
      expect(said!.low).toBeLessThanOrEqual(said!.median);
      expect(said!.median).toBeLessThanOrEqual(said!.high);
      const sorted = times.toSorted((a, b) => a - b);
      const open = timeSpent([...sorted.slice(0, -1), 80_000_000]);
      if (times.length >= 6) expect(open!.median).toBe(said!.median);
    }),
  );
});
