import fc from "fast-check";
import { expect, test } from "vitest";
import vectors from "../../vectors/misc.json" with { type: "json" };
import { holm, normalCdf, twoSided } from "./normal.ts";

test.each(vectors.normCdf)("up to $z lies $p", ({ z, p }) => {
  expect(normalCdf(z)).toBeCloseTo(p, 5);
});

test.each(vectors.chi2sf1)("the tail beyond the root of $x is $p", ({ x, p }) => {
  expect(twoSided(Math.sqrt(x))).toBeCloseTo(p, 5);
});

test("far out it is nothing, and never negative", () => {
  expect(normalCdf(-9)).toBe(0);
  expect(twoSided(7.5)).toBeGreaterThanOrEqual(0);
});

test("of three comparisons the smallest counts threefold, and none is worth more than one before it", () => {
  expect(holm([0.01, 0.04, 0.03]).map((p) => Math.round(p * 1000) / 1000)).toEqual([0.03, 0.06, 0.06]);
  expect(holm([])).toEqual([]);
});

test("never under the p itself, never over one, in the same order", () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 30 }), (ps) => {
      const adjusted = holm(ps);
      ps.forEach((p, i) => {
        expect(adjusted[i]).toBeGreaterThanOrEqual(p);
        expect(adjusted[i]).toBeLessThanOrEqual(1);
        ps.forEach((other, j) => {
          if (other < p) expect(adjusted[j]).toBeLessThanOrEqual(adjusted[i] as number);
        });
      });
    }),
  );
});
