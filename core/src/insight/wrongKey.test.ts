import fc from "fast-check";
import { describe, expect, test } from "vitest";
import vectors from "../../vectors/wrong-key.json" with { type: "json" };
import { wilson } from "./wilson.ts";
import { keyPosterior, surpriseOf } from "./wrongKey.ts";

describe("the posterior of each option being the key", () => {
  test.each(vectors.cases)("of $counts with siblings $K of $N", ({ counts, key, K, N, post }) => {
    const found = keyPosterior(counts, key, { right: K, outOf: N });
    post.forEach((expected, i) => {
      expect(found[i]).toBeCloseTo(expected, 5);
    });
  });

  test("sums to 1, and does not depend on the order of the options", () => {
    const counts = fc.array(fc.nat(60), { minLength: 2, maxLength: 6 });
    fc.assert(
      fc.property(counts, fc.nat(100), fc.nat(100), (given, right, wrong) => {
        const siblings = { right, outOf: right + wrong };
        const posterior = keyPosterior(given, 0, siblings);
        expect(posterior.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9);
        const turned = keyPosterior([...given].reverse(), given.length - 1, siblings).reverse();
        turned.forEach((one, i) => {
          expect(one).toBeCloseTo(posterior[i]!, 9);
        });
      }),
    );
  });
});

describe("the writer's estimate", () => {
  const of = (right: number, outOf: number, difficulty: number) =>
    surpriseOf(wilson(right, outOf) ?? { low: null, high: null }, difficulty, 0.25);

  test("surprises only where the whole interval lies outside what it allows", () => {
    expect(of(6, 28, 1)).toBe("harder");
    expect(of(6, 28, 5)).toBeNull();
    expect(of(27, 28, 5)).toBe("easier");
    expect(of(27, 28, 2)).toBeNull();
    expect(of(1, 3, 1)).toBeNull();
    expect(of(0, 0, 3)).toBeNull();
  });

  test("an item thought harder is never more surprisingly hard", () => {
    fc.assert(
      fc.property(fc.nat(40), fc.nat(40), fc.integer({ min: 1, max: 4 }), (right, wrong, difficulty) => {
        if (of(right, right + wrong, difficulty + 1) === "harder")
          expect(of(right, right + wrong, difficulty)).toBe("harder");
      }),
    );
  });
});
