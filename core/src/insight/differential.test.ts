import fc from "fast-check";
import { describe, expect, test } from "vitest";
import vectors from "../../vectors/mantel-haenszel.json" with { type: "json" };
import { randomFrom } from "../random.ts";
import { differentialsOf, fewestOfGroup, groupSides, mantelHaenszel, type Stratum } from "./differential.ts";
import { calibrate, priorOfWriter } from "./rasch.ts";

const strataOf = (rows: readonly { a: number; b: number; c: number; d: number }[]): Stratum[] =>
  rows.map(({ a, b, c, d }) => ({ referenceRight: a, referenceWrong: b, focalRight: c, focalWrong: d }));

describe("Mantel-Haenszel", () => {
  test.each(vectors.cases.map((one, n) => ({ n, ...one })))("vector $n", ({ strata, out }) => {
    const found = mantelHaenszel(strataOf(strata));
    expect(found?.alpha).toBeCloseTo(out.alpha, 5);
    expect(found?.delta).toBeCloseTo(out.delta, 5);
    expect(found?.error).toBeCloseTo(out.seDelta, 5);
    expect(found?.chiSquared).toBeCloseTo(out.chi2, 5);
    expect(found?.p).toBeCloseTo(out.p, 5);
    expect(found).toMatchObject({ found: out.ets, strata: out.strata });
  });

  test("without a level that holds both groups and both answers there is nothing to say; nor where one group has no wrong answer", () => {
    expect(mantelHaenszel([])).toBeNull();
    expect(mantelHaenszel(strataOf([{ a: 3, b: 4, c: 0, d: 0 }]))).toBeNull();
    expect(mantelHaenszel(strataOf([{ a: 3, b: 0, c: 5, d: 0 }]))).toBeNull();
    expect(mantelHaenszel(strataOf([{ a: 9, b: 0, c: 5, d: 4 }]))).toBeNull();
  });

  test("the gap is what it says: levels of equal size, one tenth and three tenths fewer", () => {
    const found = mantelHaenszel(
      strataOf([
        { a: 50, b: 50, c: 40, d: 60 },
        { a: 80, b: 20, c: 50, d: 50 },
      ]),
    );
    expect(found?.gap).toBeCloseTo(-0.2, 9);
  });

  test("the other way round everything changes its sign and nothing its size", () => {
    const count = fc.integer({ min: 1, max: 40 });
    const level = fc.record({ a: count, b: count, c: count, d: count });
    fc.assert(
      fc.property(fc.array(level, { minLength: 1, maxLength: 8 }), (rows) => {
        const there = mantelHaenszel(strataOf(rows));
        const back = mantelHaenszel(strataOf(rows.map(({ a, b, c, d }) => ({ a: c, b: d, c: a, d: b }))));
        expect(back?.delta).toBeCloseTo(-(there?.delta ?? NaN), 8);
        expect(back?.error).toBeCloseTo(there?.error ?? NaN, 8);
        expect(back?.found).toBe(there?.found);
      }),
    );
  });
});

/** Students of two groups, the second less able by half a logit; some items are harder for it besides. */
function simulated(seed: string, ofGroup: number, items: number, harder: ReadonlyMap<number, number>) {
  const next = randomFrom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  const persons = 2 * ofGroup;
  const side = Int8Array.from({ length: persons }, (_, p) => (p < ofGroup ? groupSides.reference : groupSides.focal));
  const theta = Array.from(side, (one) => normal() - 0.5 * one);
  const b = Array.from({ length: items }, normal);
  const responses = {
    start: Int32Array.from({ length: persons + 1 }, (_, p) => p * items),
    item: Int32Array.from({ length: persons * items }, (_, at) => at % items),
    credit: Float64Array.from({ length: persons * items }, (_, at) => {
      const [p, i] = [Math.floor(at / items), at % items];
      const extra = side[p] === groupSides.focal ? (harder.get(i) ?? 0) : 0;
      return next() < 1 / (1 + Math.exp((b[i] ?? 0) + extra - (theta[p] ?? 0))) ? 1 : 0;
    }),
    group: new Int32Array(persons),
  };
  const found = calibrate(
    responses,
    b.map(() => priorOfWriter(3)),
  );
  return { responses, found, side };
}

test("a group that is less able is not taken for one that items are unfair to; what is harder for it is found", () => {
  const planted = new Map([
    [3, 1],
    [11, 1],
  ]);
  let [false_, foundPlanted, sound] = [0, 0, 0];
  for (let run = 0; run < 6; run++) {
    const { responses, found, side } = simulated(`differs ${String(run)}`, 200, 20, planted);
    const all = differentialsOf(responses, found, side);
    all.forEach((one, i) => {
      if (planted.has(i)) foundPlanted += one.found?.found === "C" && one.found.delta < 0 ? 1 : 0;
      else {
        sound++;
        false_ += one.found?.found === "C" ? 1 : 0;
      }
    });
  }
  // 61 of 100 at 150 a group, by the brief; of sound items 1 in 100.
  expect(foundPlanted).toBeGreaterThanOrEqual(7);
  expect(false_ / sound).toBeLessThanOrEqual(0.04);
});

test("a clean bank has hardly an item that differs", () => {
  let [many, all] = [0, 0];
  for (let run = 0; run < 8; run++) {
    const { responses, found, side } = simulated(`clean ${String(run)}`, 80, 20, new Map());
    for (const one of differentialsOf(responses, found, side)) {
      all++;
      many += one.found?.found === "C" ? 1 : 0;
    }
  }
  expect(many / all).toBeLessThanOrEqual(0.04);
});

test("who is of no known group counts nowhere; with too few of a group nothing is said, and how many there are", () => {
  const { responses, found, side } = simulated("few", fewestOfGroup, 5, new Map());
  side[0] = groupSides.unknown;
  const [one] = differentialsOf(responses, found, side);
  expect(one).toEqual({ reference: fewestOfGroup - 1, focal: fewestOfGroup, found: null });
  side[0] = groupSides.reference;
  expect(differentialsOf(responses, found, side)[0]?.found).not.toBeNull();
});
