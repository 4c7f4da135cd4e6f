import fc from "fast-check";
import { expect, test } from "vitest";
import { countings, presetNames } from "../delivery/rules.ts";
import { countFrom, markOfGoes, meanMark, usualWeight } from "./markTable.ts";

const of = (points: number, outOf: number, weight = 1) => ({ weight, mark: { points, outOf } });

test("what counts of several goes, by the rule", () => {
  const goes = [
    { points: 2, outOf: 5 },
    { points: 5, outOf: 5 },
    { points: 3.5, outOf: 5 },
  ];
  expect(countings.map((counts) => markOfGoes(counts, goes)?.points)).toEqual([2, 3.5, 5, 3.5]);
  expect(markOfGoes("best", [])).toBeNull();
});

test("weights: a test that weighs three counts as three", () => {
  expect(meanMark([of(4, 5, 3), of(0, 5, 1)]).share).toBeCloseTo(0.6, 12);
  expect(meanMark([of(4, 5, 0)])).toEqual({ share: null, counted: 0 });
});

test("absent and excused are not zero, and a quiz out of nothing counts nowhere", () => {
  expect(meanMark([of(4, 5), { weight: 1, mark: null }, of(0, 0)])).toEqual({ share: 0.8, counted: 1 });
  expect(meanMark([])).toEqual({ share: null, counted: 0 });
});

test("checks and tests weigh, practice does not", () => {
  expect(presetNames.filter((name) => usualWeight(name) > 0)).toEqual(["check", "test"]);
});

test("how many reach a line: 7 of 10 is 70 %, and who has no mean reaches none", () => {
  const shares = [0.7, 7 / 10, 0.699, null, 1];
  expect([60, 70, 100].map((percent) => countFrom(percent, shares))).toEqual([4, 3, 1]);
});

const anyMarks = fc.array(
  fc.record({
    weight: fc.integer({ min: 0, max: 20 }).map((n) => n / 2),
    mark: fc.option(
      fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 40 })).map(([a, b]) => ({
        points: Math.min(a, b) / 2,
        outOf: Math.max(a, b) / 2,
      })),
      { nil: null },
    ),
  }),
  { maxLength: 12 },
);

test("the mean lies between the worst and the best that counts, whatever the unit of the weights", () => {
  fc.assert(
    fc.property(anyMarks, fc.integer({ min: 1, max: 9 }), (marks, factor) => {
      const { share, counted } = meanMark(marks);
      const shares = marks.flatMap(({ weight, mark }) =>
        weight > 0 && mark && mark.outOf > 0 ? [mark.points / mark.outOf] : [],
      );
      expect(counted).toBe(shares.length);
      if (share === null) {
        expect(shares).toEqual([]);
        return;
      }
      expect(share).toBeGreaterThanOrEqual(Math.min(...shares) - 1e-9);
      expect(share).toBeLessThanOrEqual(Math.max(...shares) + 1e-9);
      const scaled = meanMark(marks.map((one) => ({ ...one, weight: one.weight * factor })));
      expect(scaled.share).toBeCloseTo(share, 9);
    }),
  );
});
