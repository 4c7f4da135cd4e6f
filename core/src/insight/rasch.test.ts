import fc from "fast-check";
import { describe, expect, test } from "vitest";
import vectors from "../../vectors/rasch-small.json" with { type: "json" };
import { randomFrom } from "../random.ts";
import { abilitiesBesides, calibrate, calibrateWithWriters, linkSds, priorOfWriter, type Responses } from "./rasch.ts";

const small: Responses = {
  start: Int32Array.from(vectors.start),
  item: Int32Array.from(vectors.item),
  credit: Float64Array.from(vectors.x),
  group: new Int32Array(vectors.start.length - 1),
};
const priors = vectors.b0.map((mean, i) => ({ mean, sd: vectors.bSd[i] ?? 1 }));
const exact = { nodes: vectors.nodes, tolerance: 1e-9 };
const near = (found: ArrayLike<number>, wanted: readonly number[], digits = 4) => {
  expect(found.length).toBe(wanted.length);
  wanted.forEach((one, i) => {
    expect(found[i], `number ${i}`).toBeCloseTo(one, digits);
  });
};

describe("forty students, eight items, six each", () => {
  const { fit } = vectors;
  const found = calibrate(small, priors, exact);
  test("difficulties and their errors", () => {
    near(found.difficulty, fit.b);
    near(found.error, fit.se);
  });
  test("abilities, their spread, and how well they are told apart", () => {
    near(found.ability, fit.theta);
    near(found.abilitySd, fit.psd);
    expect(Math.abs((found.sd[0] ?? 0) - fit.sigma)).toBeLessThan(2e-3);
    expect(found.reliability).toBeCloseTo(fit.reliability, 4);
    expect(found.logLikelihood).toBeCloseTo(fit.logLik, 3);
  });
  test("two groups have means of their own, on one scale", () => {
    const two = calibrate({ ...small, group: Int32Array.from(vectors.fitTwoGroups.group) }, priors, exact);
    near(two.difficulty, vectors.fitTwoGroups.b, 3);
    near(two.mean, vectors.fitTwoGroups.mu, 3);
    vectors.fitTwoGroups.sigma.forEach((sigma, g) => {
      expect(Math.abs((two.sd[g] ?? 0) - sigma)).toBeLessThan(2e-3);
    });
  });
});

test("what nobody answered keeps its prior; what all got right stays finite and easier than that", () => {
  const responses = {
    start: Int32Array.of(0, 1, 2),
    item: Int32Array.of(0, 0),
    credit: Float64Array.of(1, 1),
    group: new Int32Array(2),
  };
  const { difficulty, error } = calibrate(responses, [priorOfWriter(3), priorOfWriter(4)]);
  expect(difficulty[1]).toBeCloseTo(0.8, 9);
  expect(error[1]).toBeCloseTo(0.8, 9);
  expect(difficulty[0]).toBeLessThan(0);
  expect(Number.isFinite(difficulty[0])).toBe(true);
});

test("without anybody there are the priors alone", () => {
  const nobody = {
    start: Int32Array.of(0),
    item: new Int32Array(),
    credit: new Float64Array(),
    group: new Int32Array(),
  };
  const { difficulty, reliability } = calibrate(nobody, [priorOfWriter(1)]);
  expect([difficulty[0], reliability]).toEqual([-1.6, null]);
});

test("what is no answer to these items is refused", () => {
  const wrong = (change: Partial<Responses>) => () => calibrate({ ...small, ...change }, priors);
  expect(wrong({ item: small.item.map(() => 8) })).toThrow(RangeError);
  expect(wrong({ credit: small.credit.map(() => 2) })).toThrow(RangeError);
  expect(wrong({ start: small.start.slice(1) })).toThrow(RangeError);
});

test("the order of persons changes nothing", () => {
  fc.assert(
    fc.property(fc.constantFrom("a", "b", "c"), (seed) => {
      const made = simulate(seed, 30, 12, 8, () => 0);
      const people = Array.from({ length: 30 }, (_, p) => 29 - p);
      const one = calibrate(made.responses, made.priors);
      const other = calibrate(reordered(made.responses, people), made.priors);
      near(other.difficulty, [...one.difficulty], 9);
    }),
    { numRuns: 3 },
  );
});

test("a weaker class does not make its items look harder: the scale is linked by what both were asked", () => {
  const { responses, priors: flat, truth } = simulate("linked", 400, 40, 30, (p) => (p % 2 === 0 ? 0 : -1));
  const found = calibrate(responses, flat);
  expect(found.mean[1]).toBeGreaterThan(-1.25);
  expect(found.mean[1]).toBeLessThan(-0.75);
  const miss = Math.sqrt(truth.reduce((sum, b, i) => sum + (b - (found.difficulty[i] ?? 0)) ** 2, 0) / truth.length);
  expect(miss).toBeLessThan(0.25);
  // Nineteen of twenty lie within two standard errors, give or take chance.
  const inside = truth.filter((b, i) => Math.abs(b - (found.difficulty[i] ?? 0)) < 1.96 * (found.error[i] ?? 0)).length;
  expect(inside / truth.length).toBeGreaterThan(0.8);
});

test("writers who take everything for a logit harder do not make it so; where they know little they count little", () => {
  const { responses, truth } = simulate("writers", 120, 40, 30, () => 0);
  const random = randomFrom("words");
  const writers = truth.map((b) => ({ mean: b + 1 + 0.6 * (random() - 0.5), sd: 0.3 }));
  const bias = (found: ReturnType<typeof calibrate>) =>
    truth.reduce((sum, b, i) => sum + (found.difficulty[i] ?? 0) - b, 0) / truth.length;
  expect(bias(calibrate(responses, writers))).toBeGreaterThan(0.3);
  expect(Math.abs(bias(calibrateWithWriters(responses, writers)))).toBeLessThan(0.2);
  // With few answers there is nothing to hold them against.
  const few = simulate("few", 10, 40, 5, () => 0).responses;
  expect([...calibrateWithWriters(few, writers).difficulty]).toEqual([...calibrate(few, writers).difficulty]);
});

function simulate(seed: string, persons: number, items: number, each: number, shift: (person: number) => number) {
  const random = randomFrom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const truth = Array.from({ length: items }, () => 0.8 * normal());
  const [item, credit]: [number[], number[]] = [[], []];
  const start = [0];
  for (let p = 0; p < persons; p++) {
    const ability = normal() + shift(p);
    const asked = truth
      .map((b, i) => ({ b, i, place: random() }))
      .sort((a, b) => a.place - b.place)
      .slice(0, each);
    for (const { b, i } of asked) {
      item.push(i);
      credit.push(random() < 1 / (1 + Math.exp(b - ability)) ? 1 : 0);
    }
    start.push(item.length);
  }
  const responses: Responses = {
    start: Int32Array.from(start),
    item: Int32Array.from(item),
    credit: Float64Array.from(credit),
    group: Int32Array.from({ length: persons }, (_, p) => (shift(p) === 0 ? 0 : 1)),
  };
  return { responses, truth, priors: truth.map(() => ({ mean: 0, sd: 1.5 })) };
}

function reordered({ start, item, credit, group }: Responses, people: readonly number[]): Responses {
  const rows = people.map((p) => [start[p] ?? 0, start[p + 1] ?? 0] as const);
  const ends = rows.reduce<number[]>((sum, [from, to]) => [...sum, (sum.at(-1) ?? 0) + to - from], [0]);
  return {
    start: Int32Array.from(ends),
    item: Int32Array.from(rows.flatMap(([from, to]) => [...item.slice(from, to)])),
    credit: Float64Array.from(rows.flatMap(([from, to]) => [...credit.slice(from, to)])),
    group: Int32Array.from(people.map((p) => group[p] ?? 0)),
  };
}

test("the ability besides an answer is what the other answers say of it, by Bayes over the grid", () => {
  const found = calibrate(small, priors, exact);
  const besides = abilitiesBesides(small, found, vectors.nodes);
  const nodes = Array.from({ length: vectors.nodes }, (_, q) => -5 + (10 * q) / (vectors.nodes - 1));
  const [person, dropped] = [3, 2];
  const [from, to] = [small.start[person]!, small.start[person + 1]!];
  const weight = (theta: number) => {
    let product = Math.exp(-0.5 * ((theta - found.mean[0]!) / found.sd[0]!) ** 2);
    for (let at = from; at < to; at++) {
      const right = 1 / (1 + Math.exp(found.difficulty[small.item[at]!]! - theta));
      if (at !== from + dropped) product *= small.credit[at] === 1 ? right : 1 - right;
    }
    return product;
  };
  const total = nodes.reduce((sum, theta) => sum + weight(theta), 0);
  const expected = nodes.reduce((sum, theta) => sum + theta * weight(theta), 0) / total;
  expect(besides[from + dropped]).toBeCloseTo(expected, 9);
});

test("of somebody with one answer only, the mean of the group is all that is known besides", () => {
  const one = {
    ...{ start: Int32Array.of(0, 1, 2), item: Int32Array.of(0, 0), credit: Float64Array.of(1, 0) },
    group: new Int32Array(2),
  };
  near(abilitiesBesides(one, calibrate(one, [{ mean: 0, sd: 1 }])), [0, 0]);
});

describe("revised items", () => {
  /** 60 items that 200 students answer; of each 20 wrote again what is .25 harder or easier, and 22 have answered since. */
  const errors = (seed: string, isLinked: boolean) => {
    const next = randomFrom(seed);
    const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
    const [items, revised, many, few] = [60, 20, 200, 22];
    const b = Array.from({ length: items }, normal);
    const again = Array.from({ length: revised }, (_, i) => (b[i] ?? 0) + 0.25 * normal());
    const [start, item, credit] = [[0], [] as number[], [] as number[]];
    for (let p = 0; p < many; p++) {
      const theta = normal();
      for (let i = 0; i < items; i++) {
        const isNew = i < revised && p < few;
        item.push(isNew ? items + i : i);
        credit.push(next() < 1 / (1 + Math.exp((isNew ? again[i]! : b[i]!) - theta)) ? 1 : 0);
      }
      start.push(item.length);
    }
    const found = calibrateWithWriters(
      {
        start: Int32Array.from(start),
        item: Int32Array.from(item),
        credit: Float64Array.from(credit),
        group: new Int32Array(many),
      },
      [...b, ...again].map(() => priorOfWriter(3)),
      isLinked ? again.map((_, i) => ({ item: items + i, before: i, sd: linkSds.wording })) : [],
    );
    return Math.sqrt(again.reduce((sum, one, i) => sum + (found.difficulty[items + i]! - one) ** 2, 0) / revised);
  };

  test("what was known before the words changed brings them nearer to the truth", () => {
    let [linked, alone] = [0, 0];
    for (let run = 0; run < 5; run++) {
      linked += errors(`revised ${run}`, true);
      alone += errors(`revised ${run}`, false);
    }
    // The brief: .372 beside .498.
    expect(linked).toBeLessThan(0.85 * alone);
  });

  test("where little was known before, the writer's word counts", () => {
    const responses = {
      start: Int32Array.of(0, 2),
      item: Int32Array.of(0, 1),
      credit: Float64Array.of(1, 0),
      group: new Int32Array(1),
    };
    const writers = [priorOfWriter(1), priorOfWriter(5)];
    const links = [{ item: 1, before: 0, sd: linkSds.rewritten }];
    expect(calibrateWithWriters(responses, writers, links)).toEqual(calibrateWithWriters(responses, writers));
  });
});
