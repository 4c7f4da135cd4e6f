import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { assemble, type Budget } from "./assemble.ts";
import { prefilter } from "./prefilter.ts";
import { valueOf, violation, type Problem } from "./problem.ts";
import { choices, trivial } from "../testing/problems.ts";

const budget: Budget = { tolerance: 0, rounds: 200, seed: "seed" };

const problems = fc
  .record({
    size: fc.integer({ min: 1, max: 3 }),
    items: fc.array(fc.record({ value: fc.integer({ min: 0, max: 20 }), family: fc.nat(5), topic: fc.nat(2) }), {
      minLength: 4,
      maxLength: 9,
    }),
    atLeast: fc.integer({ min: 0, max: 2 }),
  })
  .map(({ size, items, atLeast }): Problem => ({
    size,
    value: Float64Array.from(items, (item) => item.value / 20),
    family: Int32Array.from(items, (item) => item.family),
    requirements: [
      { id: "topic 0", lower: atLeast, upper: 2, amount: Float64Array.from(items, (i) => (i.topic === 0 ? 1 : 0)) },
    ],
  }));

describe("assemble", () => {
  test("finds the best valid choice, or none exists", () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const valid = choices([...problem.value.keys()], problem.size).filter((one) => violation(problem, one) === 0);
        const best = Math.max(...valid.map((one) => valueOf(problem, one)));
        const assembly = assemble(problem, trivial, budget);
        expect(assembly.ok).toBe(valid.length > 0);
        if (!assembly.ok) return;
        expect(violation(problem, assembly.chosen)).toBe(0);
        expect(assembly.value).toBeCloseTo(best, 9);
        expect(assembly.bound).toBeGreaterThanOrEqual(best - 1e-9);
      }),
    );
  });

  test("a requirement that the bank cannot meet is named, with what there is, and the nearest choice is given", () => {
    const amount = Float64Array.from([1, 1, 0, 0]);
    const problem: Problem = {
      size: 3,
      value: Float64Array.from([1, 1, 0.5, 0.2]),
      family: Int32Array.from([0, 0, 1, 2]),
      requirements: [{ id: "rivers", lower: 2, upper: 3, amount }],
    };
    expect(assemble(problem, trivial, budget)).toEqual({
      ok: false,
      shortages: [{ requirementId: "rivers", wanted: 2, families: 1 }],
      nearest: [0, 2, 3],
    });
  });

  test("the prefilter keeps the best of each family in every cell", () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const kept = new Set(prefilter(problem, 2));
        for (const i of problem.value.keys()) {
          const better = [...problem.value.keys()].filter(
            (j) =>
              problem.requirements[0]?.amount[i] === problem.requirements[0]?.amount[j] &&
              (problem.value[j] ?? 0) > (problem.value[i] ?? 0),
          );
          if (better.length === 0 && !kept.has(i))
            expect([...kept].some((j) => problem.value[j] === problem.value[i])).toBe(true);
        }
      }),
    );
  });
});
