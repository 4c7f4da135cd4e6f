import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import { agreementOf, fewestAnswers, type TwoMarks } from "./agreement.ts";

const pairs = (table: readonly (readonly number[])[]): TwoMarks[] =>
  table.flatMap((row, first) => row.flatMap((n, second) => Array.from({ length: n }, () => ({ first, second }))));

describe("the agreement of two markers", () => {
  test("is what the definition says, worked out by hand", () => {
    // 20 answers of 0, 1 or 2 points. Squared differences: 3 of 1, 1 of 4: D = 7/20.
    const marks = pairs([
      [5, 1, 1],
      [1, 6, 1],
      [0, 0, 5],
    ]);
    // First: 7, 8, 5; second: 6, 7, 7. E = (7*7 + 7*7*4 + 8*6 + 8*7 + 5*6*4 + 5*7)/400 = 504/400.
    const { answers, same, kappa } = agreementOf(marks);
    expect([answers, same]).toEqual([20, 16]);
    expect(kappa?.value).toBeCloseTo(1 - 7 / 20 / (504 / 400), 12);
  });

  test("with two levels is Cohen's kappa, with the standard error of Fleiss, Cohen and Everitt", () => {
    const { kappa } = agreementOf(
      pairs([
        [20, 5],
        [10, 15],
      ]),
    );
    expect(kappa?.value).toBeCloseTo(0.4, 12);
    // By the formula for two categories: (A + B - C) / ((1-pe) sqrt n).
    const [p11, p22, r1, c1] = [0.4, 0.3, 0.5, 0.6];
    const [po, pe, k] = [0.7, 0.5, 0.4];
    const a = p11 * (1 - (r1 + c1) * (1 - k)) ** 2 + p22 * (1 - (1 - r1 + 1 - c1) * (1 - k)) ** 2;
    const b = (1 - k) ** 2 * (0.1 * (c1 + 1 - r1) ** 2 + 0.2 * (1 - c1 + r1) ** 2);
    const c = (k - pe * (1 - k)) ** 2;
    expect(po - pe).toBeCloseTo(k * (1 - pe), 12);
    const error = Math.sqrt((a + b - c) / (0.25 * 50));
    expect(((kappa?.high ?? 0) - (kappa?.low ?? 0)) / 2 / 1.959963984540054).toBeCloseTo(error, 10);
  });

  test("says nothing of few answers, nor where one of them gave the same to all", () => {
    const few = Array.from({ length: fewestAnswers - 1 }, (_, i) => ({ first: i % 3, second: i % 2 }));
    expect(agreementOf(few).kappa).toBeNull();
    expect(agreementOf([]).kappa).toBeNull();
    const flat = Array.from({ length: 30 }, (_, i) => ({ first: 2, second: i % 3 }));
    expect(agreementOf(flat)).toEqual({ answers: 30, same: 10, kappa: null });
  });

  test("is between -1 and 1, the same whoever is called the first, and whatever the points are counted in", () => {
    const mark = fc.record({ first: fc.integer({ min: 0, max: 6 }), second: fc.integer({ min: 0, max: 6 }) });
    fc.assert(
      fc.property(fc.array(mark, { minLength: fewestAnswers, maxLength: 60 }), (marks) => {
        const { kappa, same, answers } = agreementOf(marks);
        const swapped = agreementOf(marks.map(({ first, second }) => ({ first: second, second: first })));
        const inQuarters = agreementOf(marks.map(({ first, second }) => ({ first: first / 4, second: second / 4 })));
        expect(swapped.kappa === null).toBe(kappa === null);
        if (!kappa) return;
        for (const { kappa: other } of [swapped, inQuarters]) {
          expect(other?.value).toBeCloseTo(kappa.value, 9);
          expect(other?.low).toBeCloseTo(kappa.low, 6);
        }
        expect(kappa.low).toBeLessThanOrEqual(kappa.value);
        expect(kappa.high).toBeGreaterThanOrEqual(kappa.value);
        expect(Math.abs(kappa.value)).toBeLessThanOrEqual(1 + 1e-9);
        if (same === answers) expect(kappa.value).toBeCloseTo(1, 12);
      }),
    );
  });

  test("its interval holds the true value about as often as it says", () => {
    const next = randomFrom("two markers");
    // The truth from very many answers of the same two people; then many samples of 40.
    const marking = (n: number): TwoMarks[] =>
      Array.from({ length: n }, () => {
        const worth = Math.floor(next() * 4);
        const said = () => Math.min(3, Math.max(0, worth + (next() < 0.25 ? (next() < 0.5 ? 1 : -1) : 0)));
        return { first: said(), second: said() };
      });
    const truth = agreementOf(marking(200_000)).kappa?.value ?? 0;
    let held = 0;
    for (let i = 0; i < 1000; i++) {
      const { kappa } = agreementOf(marking(40));
      if (kappa && kappa.low <= truth && truth <= kappa.high) held++;
    }
    expect(held).toBeGreaterThan(900);
    expect(held).toBeLessThan(985);
  });
});
