import { describe, expect, test } from "vitest";
import vectors from "../../vectors/intervals.json" with { type: "json" };
import { newcombe, wilson } from "./wilson.ts";

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
