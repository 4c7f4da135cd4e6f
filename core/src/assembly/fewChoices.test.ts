import fc from "fast-check";
import { expect, test } from "vitest";
import { choices } from "../testing/problems.ts";
import { bestOfFew } from "./fewChoices.ts";
import { valueOf, violation, type Problem } from "./problem.ts";

const item = fc.record({ value: fc.nat(20), family: fc.nat(4), seconds: fc.integer({ min: 1, max: 9 }) });

test("of a small bank it is the best of all choices that meet everything, or there is none", () => {
  fc.assert(
    fc.property(fc.array(item, { maxLength: 9 }), fc.nat(4), fc.integer({ min: 0, max: 30 }), (list, size, upper) => {
      const problem: Problem = {
        size,
        value: Float64Array.from(list, (one) => one.value / 20),
        family: Int32Array.from(list, (one) => one.family),
        requirements: [{ id: "seconds", lower: 0, upper, amount: Float64Array.from(list, (one) => one.seconds) }],
      };
      const valid = choices([...list.keys()], size).filter((one) => violation(problem, one) === 0);
      const best = Math.max(...valid.map((one) => valueOf(problem, one)));
      const found = bestOfFew(problem);
      expect(found === null).toBe(valid.length === 0);
      if (found) expect([violation(problem, found), valueOf(problem, found)]).toEqual([0, best]);
    }),
  );
});

test("where there are too many to try, none is", () => {
  const n = 400;
  const problem = {
    size: 20,
    value: new Float64Array(n),
    family: Int32Array.from({ length: n }, (_, i) => i),
    requirements: [],
  };
  expect(bestOfFew(problem)).toBeNull();
});
