import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { choices, trivial } from "../testing/problems.ts";
import { assembleReview, type ReviewProblem } from "./assembleReview.ts";
import { violation } from "./problem.ts";

const budget = { tolerance: 0, rounds: 200, seed: "seed" };
const topics = 4;

interface Item {
  readonly value: number;
  readonly family: number;
  readonly topic: number;
  readonly seconds: number;
}

/** Without requirements; the sequence gives each topic one, in their order, then each another. */
const problemOf = (items: readonly Item[], size: number): ReviewProblem => ({
  size,
  value: Float64Array.from(items, (item) => item.value / 20),
  family: Int32Array.from(items, (item) => item.family),
  topic: Int32Array.from(items, (item) => item.topic),
  sequence: [...Array.from({ length: topics }, (_, i) => i), ...Array.from({ length: topics }, (_, i) => i)].filter(
    (topic, at) => items.filter((item) => item.topic === topic).length > (at < topics ? 0 : 1),
  ),
  mostPerTopic: 2,
  requirements: [],
});

/** Families within one topic, as they nearly always are. */
const items = fc
  .array(
    fc.record({
      value: fc.nat(20),
      family: fc.nat(2),
      topic: fc.nat(topics - 1),
      seconds: fc.integer({ min: 1, max: 9 }),
    }),
    {
      minLength: 4,
      maxLength: 9,
    },
  )
  .map((list) =>
    list.map((item, i) => ({ ...item, value: item.value + i / 100, family: 10 * item.topic + item.family })),
  );

const atMost = (problem: ReviewProblem, list: readonly Item[], seconds: number): ReviewProblem => ({
  ...problem,
  requirements: [{ id: "seconds", lower: 0, upper: seconds, amount: Float64Array.from(list, (item) => item.seconds) }],
});
const chosenOf = (problem: ReviewProblem) => {
  const { assembly } = assembleReview(problem, trivial, budget);
  return assembly.ok ? assembly.chosen : null;
};

describe("a review", () => {
  test("asking for one more only adds one, for one fewer takes one away, and back is back", () => {
    fc.assert(
      fc.property(items, fc.integer({ min: 1, max: 4 }), (list, size) => {
        const [fewer, more] = [chosenOf(problemOf(list, size)), chosenOf(problemOf(list, size + 1))];
        if (fewer === null || more === null) return;
        expect(more).toEqual(expect.arrayContaining([...fewer]));
        expect(more).toHaveLength(fewer.length + 1);
        expect(chosenOf(problemOf(list, size))).toEqual(fewer);
      }),
    );
  });

  test("a requirement that excludes nothing changes nothing", () => {
    fc.assert(
      fc.property(items, fc.integer({ min: 1, max: 5 }), (list, size) => {
        const free = chosenOf(problemOf(list, size));
        if (free === null) return;
        expect(chosenOf(atMost(problemOf(list, size), list, 1000))).toEqual(free);
        const needs = free.reduce((sum, i) => sum + (list[i]?.seconds ?? 0), 0);
        expect(chosenOf(atMost(problemOf(list, size), list, needs))).toEqual(free);
      }),
    );
  });

  test("what is asked besides takes away the least wanted topics only, and says which; it is met whenever it can be", () => {
    fc.assert(
      fc.property(items, fc.integer({ min: 1, max: 4 }), fc.integer({ min: 2, max: 30 }), (list, size, seconds) => {
        const problem = atMost(problemOf(list, size), list, seconds);
        const caps = [0, 1, 2, 3].map((topic) => ({
          id: String(topic),
          lower: 0,
          upper: 2,
          amount: Float64Array.from(list, (item) => (item.topic === topic ? 1 : 0)),
        }));
        const whole = { ...problem, requirements: [...problem.requirements, ...caps] };
        const valid = choices([...problem.value.keys()], size).filter((one) => violation(whole, one) === 0);
        const { assembly, leftOut } = assembleReview(problem, trivial, budget);
        expect(assembly.ok).toBe(valid.length > 0);
        if (!assembly.ok) return;
        const wanted = [...new Set(problem.sequence.slice(0, size))];
        const coveredBy = (chosen: readonly number[]) => {
          const has = new Set(chosen.map((i) => list[i]?.topic));
          return wanted.map((topic) => (has.has(topic) ? 1 : 0)).join("");
        };
        const best = valid.map(coveredBy).sort().at(-1);
        expect(coveredBy(assembly.chosen)).toBe(best);
        expect(leftOut).toEqual(wanted.filter((topic) => !assembly.chosen.some((i) => list[i]?.topic === topic)));
      }),
    );
  });

  test("of a small bank nothing is left out that fits, also where a walk of exchanges gets stuck", () => {
    const list = [
      { value: 0, family: 20, topic: 2, seconds: 1 },
      { value: 0.01, family: 10, topic: 1, seconds: 7 },
      { value: 1.02, family: 21, topic: 2, seconds: 4 },
      { value: 0.03, family: 0, topic: 0, seconds: 3 },
      { value: 0.04, family: 1, topic: 0, seconds: 5 },
      { value: 0.05, family: 0, topic: 0, seconds: 3 },
    ];
    const { assembly, leftOut } = assembleReview(atMost(problemOf(list, 3), list, 12), trivial, budget);
    expect(leftOut).toEqual([]);
    expect(assembly.ok && assembly.chosen.map((i) => list[i]?.topic).sort()).toEqual([0, 1, 2]);
  });

  test("told to stop at any moment, what it gives meets everything or is said not to, and the topics left out are those it has none of", () => {
    fc.assert(
      fc.property(
        items,
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 2, max: 30 }),
        fc.nat(40),
        (list, size, seconds, patience) => {
          const problem = atMost(problemOf(list, size), list, seconds);
          let asked = 0;
          const { assembly, leftOut } = assembleReview(problem, trivial, {
            ...budget,
            cancelled: () => ++asked > patience,
          });
          if (!assembly.ok) return;
          expect(violation(problem, assembly.chosen)).toBe(0);
          const has = new Set(assembly.chosen.map((i) => list[i]?.topic));
          expect(leftOut).toEqual([...new Set(problem.sequence.slice(0, size))].filter((topic) => !has.has(topic)));
        },
      ),
    );
  });

  test("where not all wanted topics fit, the solver is asked about each of them twice at most, however large the bank", () => {
    const size = 12;
    const list = Array.from({ length: 480 }, (_, i) => ({ topic: i % 24, seconds: 10 + (i % 24) * 5 + (i % 5) }));
    let solved = 0;
    const counting = { solve: (program: Parameters<typeof trivial.solve>[0]) => (solved++, trivial.solve(program)) };
    const problem: ReviewProblem = {
      size,
      value: Float64Array.from(list, (_, i) => 1 - i / 1000),
      family: Int32Array.from(list.keys()),
      topic: Int32Array.from(list, (one) => one.topic),
      sequence: Array.from({ length: size }, (_, i) => 23 - i),
      mostPerTopic: 2,
      requirements: [{ id: "seconds", lower: 0, upper: 700, amount: Float64Array.from(list, (one) => one.seconds) }],
    };
    const { assembly, leftOut } = assembleReview(problem, counting, { ...budget, rounds: 60 });
    expect(assembly.ok && violation(problem, assembly.chosen)).toBe(0);
    expect(leftOut.length).toBeGreaterThan(0);
    expect(solved).toBeLessThanOrEqual(2 * size + 3);
  });
});
