import { expect, test } from "vitest";
import misc from "../../vectors/misc.json" with { type: "json" };
import { randomFrom } from "../random.ts";
import { commonDrift, driftedZ, driftsOf, driftZ, fewestToDrift } from "./drift.ts";
import { calibrate, priorOfWriter } from "./rasch.ts";

/** Two years of students, the second abler by half a logit; some items are easier or harder in it. */
function twoYears(seed: string, ofYear: number, items: number, moved: ReadonlyMap<number, number>) {
  const next = randomFrom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  const b = Array.from({ length: items }, normal);
  const theta = Array.from({ length: 2 * ofYear }, (_, p) => normal() + (p < ofYear ? 0 : 0.5));
  const isLate = (p: number) => p >= ofYear;
  const responses = {
    start: Int32Array.from({ length: theta.length + 1 }, (_, p) => p * items),
    item: Int32Array.from({ length: theta.length * items }, (_, at) => at % items),
    credit: Float64Array.from({ length: theta.length * items }, (_, at) => {
      const [p, i] = [Math.floor(at / items), at % items];
      const now = (b[i] ?? 0) + (isLate(p) ? (moved.get(i) ?? 0) : 0);
      return next() < 1 / (1 + Math.exp(now - (theta[p] ?? 0))) ? 1 : 0;
    }),
    group: Int32Array.from(theta, (_, p) => (isLate(p) ? 1 : 0)),
  };
  const found = calibrate(
    responses,
    b.map(() => priorOfWriter(3)),
  );
  return driftsOf(responses, found, isLate);
}

test("the vector", () => {
  const { b1, se1, b2, se2, z } = misc.driftZ;
  expect(driftZ({ difficulty: b1, error: se1 }, { difficulty: b2, error: se2 })).toBeCloseTo(z, 6);
});

test("what became easier is found, and by how much; what stayed is hardly ever named, although the year is abler", () => {
  let [named, sound, seen] = [0, 0, 0];
  const sizes: number[] = [];
  for (let run = 0; run < 8; run++) {
    const drifts = twoYears(`year ${String(run)}`, 120, 20, new Map([[4, -1.2]]));
    drifts.forEach((one, i) => {
      const isNamed = Math.abs(one?.z ?? 0) > driftedZ;
      if (i === 4) {
        seen += isNamed && (one?.z ?? 0) < 0 ? 1 : 0;
        sizes.push((one?.now.difficulty ?? 0) - (one?.before.difficulty ?? 0));
      } else {
        sound++;
        named += isNamed ? 1 : 0;
      }
    });
  }
  expect(seen).toBeGreaterThanOrEqual(6);
  expect(named / sound).toBeLessThanOrEqual(0.03);
  const mean = sizes.reduce((sum, one) => sum + one, 0) / sizes.length;
  expect(mean).toBeGreaterThan(-1.5);
  expect(mean).toBeLessThan(-0.9);
});

test("what all get right stays finite; with too few answers nothing is said", () => {
  const [easy] = twoYears("finite", 40, 6, new Map([[0, -9]]));
  expect(Number.isFinite(easy?.now.difficulty)).toBe(true);
  expect(easy?.z).toBeLessThan(0);
  expect(twoYears("few", fewestToDrift - 1, 4, new Map())).toEqual([null, null, null, null]);
});

test("several together weigh by how sure they are", () => {
  const of = (by: number, error: number) => {
    const before = { difficulty: 0, error, answers: 40 };
    return { before, now: { ...before, difficulty: by }, z: 0 };
  };
  expect(commonDrift([])).toBeNull();
  const both = commonDrift([of(-1, 0.3), of(0, 0.6)]);
  expect(both?.difference).toBeCloseTo(-0.8, 9);
  expect(commonDrift([of(-1, 0.3), of(-1, 0.3)])?.z).toBeCloseTo(-Math.SQRT2 / 0.3 / Math.SQRT2, 6);
});
