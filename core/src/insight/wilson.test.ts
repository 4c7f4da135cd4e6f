import fc from "fast-check";
import { describe, expect, test } from "vitest";
import vectors from "../../vectors/intervals.json" with { type: "json" };
import { newcombe, shareOf, shareOfStudents, wilson } from "./wilson.ts";

describe("intervals", () => {
  test.each(vectors.wilson95)("Wilson of $k in $n", ({ k, n, ci }) => {
    const interval = wilson(k, n);
    if (ci === null) {
      expect(interval).toBeNull();
      return;
    }
    expect(interval?.low).toBeCloseTo(ci[0] as number, 6);
    expect(interval?.high).toBeCloseTo(ci[1] as number, 6);
  });
  test.each(vectors.newcombe95)("Newcombe of $k1/$n1 against $k2/$n2", ({ k1, n1, k2, n2, d, lo, hi }) => {
    const result = newcombe(k1, n1, k2, n2);
    expect(result?.difference).toBeCloseTo(d, 6);
    expect(result?.low).toBeCloseTo(lo, 6);
    expect(result?.high).toBeCloseTo(hi, 6);
  });
  test("what is no share is refused", () => {
    expect(() => wilson(3, 2)).toThrow(RangeError);
    expect(newcombe(0, 0, 1, 2)).toBeNull();
  });
});

test("where everybody gave one answer, students and answers are the same", () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(0, 0.5, 1), { minLength: 1, maxLength: 40 }), (credits) => {
      const right = credits.reduce<number>((sum, one) => sum + one, 0);
      expect(shareOfStudents(credits.map((one) => ({ right: one, outOf: 1 })))).toEqual(shareOf(right, credits.length));
    }),
  );
});

test("several answers of one student never make a share more certain than as many students would, nor less than the students alone", () => {
  const student = fc
    .integer({ min: 1, max: 8 })
    .chain((outOf) => fc.integer({ min: 0, max: outOf }).map((right) => ({ right, outOf })));
  fc.assert(
    fc.property(fc.array(student, { minLength: 2, maxLength: 30 }), (students) => {
      const { right, outOf, low, high } = shareOfStudents(students);
      const plain = shareOf(right, outOf);
      expect((high ?? 0) - (low ?? 0)).toBeGreaterThanOrEqual((plain.high ?? 0) - (plain.low ?? 0) - 1e-9);
      expect(low).toBeLessThanOrEqual(right / outOf + 1e-9);
      expect(high).toBeGreaterThanOrEqual(right / outOf - 1e-9);
    }),
  );
});

test("ten students with five answers each, all or nothing, say as much as ten answers", () => {
  const allOrNothing = Array.from({ length: 10 }, (_, i) => ({ right: i < 5 ? 5 : 0, outOf: 5 }));
  const { low, high } = shareOfStudents(allOrNothing);
  const ten = shareOf(5, 10);
  expect(low).toBeCloseTo(ten.low ?? 0, 1);
  expect(high).toBeCloseTo(ten.high ?? 0, 1);
  expect(
    shareOfStudents([
      { right: 4, outOf: 4 },
      { right: 4, outOf: 4 },
    ]),
  ).toMatchObject({ right: 8, outOf: 8, low: shareOf(2, 2).low });
});
