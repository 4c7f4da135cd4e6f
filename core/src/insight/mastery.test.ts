import fc from "fast-check";
import { describe, expect, test } from "vitest";
import vectors from "../../vectors/mastery.json" with { type: "json" };
import { betaCdf, halfTail } from "./distributions.ts";
import { answersToSecure, countSecure, masteryOf, priorOfClass } from "./mastery.ts";

const labels: Record<string, string> = {
  "no evidence": "noEvidence",
  "too early": "tooEarly",
  secure: "secure",
  "not yet": "notYet",
  uncertain: "uncertain",
};

test.each(vectors.rows)("$k of $n with a class mean of $priorMean", (row) => {
  const found = masteryOf(row.k, row.n, { mean: row.priorMean, weight: row.priorConc }, vectors.threshold);
  expect(found.mean).toBeCloseTo(row.mean, 5);
  expect(found.probability).toBeCloseTo(row.pMastery, 5);
  expect(found.label).toBe(labels[row.label]);
});

test.each(vectors.betaCdf)("I($x; $a, $b)", ({ x, a, b, I }) => {
  expect(betaCdf(x, a, b)).toBeCloseTo(I, 5);
});

test("the tail of fair coins", () => {
  expect(halfTail(0, 5)).toBeCloseTo(1, 12);
  expect(halfTail(3, 3)).toBeCloseTo(0.125, 12);
  expect(halfTail(4, 5)).toBeCloseTo(6 / 32, 12);
});

const tally = fc
  .record({ given: fc.integer({ min: 0, max: 12 }), share: fc.double({ min: 0, max: 1, noNaN: true }) })
  .map(({ given, share }) => ({ given, right: share * given }));

test("a higher line never makes more students secure, and each is counted as their own label says", () => {
  fc.assert(
    fc.property(fc.array(tally, { maxLength: 12 }), fc.integer({ min: 5, max: 90 }), (students, percent) => {
      const [low, high] = [countSecure(students, percent / 100), countSecure(students, (percent + 5) / 100)];
      expect(high).toBeLessThanOrEqual(low);
      const prior = priorOfClass(students);
      const own = students.filter(
        ({ right, given }) => masteryOf(right, given, prior, percent / 100).label === "secure",
      );
      expect(low).toBe(own.length);
    }),
  );
});

test("the class's mean is kept off nothing and all, and is the usual one while nobody has answered", () => {
  expect(priorOfClass([])).toEqual({ mean: 0.6, weight: 2 });
  expect(priorOfClass([{ right: 0, given: 5 }]).mean).toBe(0.02);
  expect(priorOfClass([{ right: 5, given: 5 }]).mean).toBe(0.98);
  expect(
    priorOfClass([
      { right: 1, given: 2 },
      { right: 2, given: 2 },
    ]).mean,
  ).toBe(0.75);
});

describe("what would make a student secure", () => {
  const prior = { mean: 0.6, weight: 2 };
  test("as many right answers as it says do, and one fewer does not", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 12 }), (right, wrong) => {
        const more = answersToSecure({ right, given: right + wrong }, prior, 0.7, 60);
        if (more === null) return;
        const labelAt = (added: number) => masteryOf(right + added, right + wrong + added, prior, 0.7).label;
        expect(labelAt(more)).toBe("secure");
        if (more > 0) expect(labelAt(more - 1)).not.toBe("secure");
      }),
    );
  });
  test("where a dozen would not do, it says so", () => {
    expect(answersToSecure({ right: 0, given: 20 }, prior, 0.7)).toBeNull();
  });
});
