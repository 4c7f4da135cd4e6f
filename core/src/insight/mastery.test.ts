import { expect, test } from "vitest";
import vectors from "../../vectors/mastery.json" with { type: "json" };
import { betaCdf, halfTail } from "./distributions.ts";
import { masteryOf } from "./mastery.ts";

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
