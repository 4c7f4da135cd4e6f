import fc from "fast-check";
import { describe, expect, test } from "vitest";
import vectors from "../../vectors/item-analysis.json" with { type: "json" };
import { correlation, correlationInterval, optionUses, thirds, topWeights, upperLower } from "./itemAnalysis.ts";

const restOf = (item: number) =>
  vectors.X.map((row) => {
    const others = row.filter((_, i) => i !== item);
    return others.reduce((sum, x) => sum + x, 0) / others.length;
  });
const kebab = (flag: string) => flag.replaceAll(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

describe.each(vectors.items.map((item, i) => ({ i, ...item })))(
  "item $i of twelve students",
  ({ i, rpb, rpbCi, d27 }) => {
    const right = vectors.X.map((row) => row[i] ?? 0);
    test("discrimination with its interval, and the upper-lower index", () => {
      const r = correlation(right, restOf(i));
      expect(r).toBeCloseTo(rpb, 5);
      const interval = correlationInterval(r ?? 0, right.length);
      expect([interval?.low, interval?.high].map((end) => end?.toFixed(5))).toEqual(rpbCi.map((end) => end.toFixed(5)));
      expect(upperLower(right, restOf(i))).toBeCloseTo(d27, 5);
    });
    test("options by thirds, and their flags", () => {
      const uses = optionUses(
        vectors.choice.map((row) => [row[i] ?? -1]),
        restOf(i),
        [0, 1, 2, 3].map((option) => ({ isKey: option === vectors.keys[i] })),
      );
      for (const expected of vectors.distractors[i] ?? []) {
        if (expected.option < 0) continue;
        const use = uses[expected.option];
        expect(use?.chosen).toBe(expected.n);
        expect(use?.top).toBeCloseTo(expected.top, 5);
        expect(use?.middle).toBeCloseTo(expected.mid, 5);
        expect(use?.low).toBeCloseTo(expected.low, 5);
        expect(use?.flags.map(kebab)).toEqual(expected.flags);
      }
    });
  },
);

test("ties share the edge of a group evenly", () => {
  const { score, top27, topThird } = vectors.topWeights;
  expect(topWeights(score, 0.27).map((one) => one.toFixed(5))).toEqual(top27.map((one) => one.toFixed(5)));
  expect(thirds(score).top.map((one) => one.toFixed(5))).toEqual(topThird.map((one) => one.toFixed(5)));
});

test("the weights of a group add up to its size, whatever the order", () => {
  fc.assert(
    fc.property(
      fc.array(fc.nat(5), { minLength: 1, maxLength: 40 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (scores, share) => {
        const weights = topWeights(scores, share);
        expect(weights.reduce((sum, one) => sum + one, 0)).toBeCloseTo(share * scores.length, 6);
        const reversed = topWeights([...scores].reverse(), share).reverse();
        weights.forEach((weight, i) => expect(reversed[i]).toBeCloseTo(weight, 9));
      },
    ),
  );
});

test("ten students in perfect order do not make a perfect correlation certain", () => {
  const interval = correlationInterval(1, 10);
  expect(interval?.high).toBe(1);
  expect(interval?.low).toBeCloseTo(0.62, 1);
  expect(correlationInterval(-1, 10)?.high).toBeCloseTo(-0.62, 1);
  expect(correlationInterval(0.5, 28)).toEqual({
    low: expect.closeTo(0.157, 2) as number,
    high: expect.closeTo(0.736, 2) as number,
  });
});
