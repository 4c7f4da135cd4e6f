import fc from "fast-check";
import { expect, test } from "vitest";
import vectors from "../../vectors/misconceptions.json" with { type: "json" };
import { wilson } from "./wilson.ts";
import { wrongIdeas, type IdeaAnswer } from "./wrongIdeas.ts";

const labels = vectors.labels as Record<string, Record<string, string[]>>;
const answers = vectors.answers.map(({ student, item, option }): IdeaAnswer => {
  const ofItem = labels[item] ?? {};
  return { student, carried: Object.values(ofItem).flat(), shown: ofItem[String(option)] ?? [] };
});

test.each(vectors.out)("of $label: who met it, who showed it, who showed it twice", (expected) => {
  const found = wrongIdeas(answers).find((one) => one.idea === expected.label);
  expect(found).toEqual({
    idea: expected.label,
    exposed: expected.exposed,
    holders: expected.holders,
    withChances: expected.repeatExposed,
    repeaters: expected.repeaters,
  });
  const interval = wilson(expected.holders, expected.exposed);
  expect(interval?.low).toBeCloseTo(expected.ci[0] ?? 0, 5);
  expect(interval?.high).toBeCloseTo(expected.ci[1] ?? 0, 5);
});

test("nobody holds what they never met, and the order of the answers does not matter", () => {
  const answer = fc.record({
    student: fc.constantFrom("a", "b", "c"),
    carried: fc.subarray(["x", "y", "z"]),
    shown: fc.subarray(["x", "y", "z"]),
  });
  fc.assert(
    fc.property(fc.array(answer), (all) => {
      const found = wrongIdeas(all);
      for (const one of found) {
        expect(one.holders).toBeLessThanOrEqual(one.exposed);
        expect(one.repeaters).toBeLessThanOrEqual(one.withChances);
      }
      expect(wrongIdeas([...all].reverse())).toEqual(found);
    }),
  );
});
