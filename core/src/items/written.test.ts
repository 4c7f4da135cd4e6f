import { faultLine } from "../testing/faultLine.ts";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { richTextOf } from "../richText.ts";
import { essay, view } from "../testing/contents.ts";
import { blankAnswer, isBlank } from "./blank.ts";
import { creditOf, faultsOf, kindOf, markerOf } from "./kinds.ts";
import { creditOfLevels, type Written } from "./written.ts";

describe("a written answer", () => {
  test("is marked by a person, never by a machine, and shows students what counts only where it is meant to", () => {
    expect(markerOf(essay)).toBe("person");
    expect(creditOf(essay, { kind: "written", text: "Reasons and terms." })).toBe(0);
    const shown = (content: Written) => JSON.stringify(kindOf(content).toStudentView(content, []));
    expect(JSON.parse(shown(essay))).toMatchObject({ criteria: [{ name: "Reasons", points: 3 }, { points: 1 }] });
    expect(shown(essay)).not.toContain("SECRET");
    expect(JSON.parse(shown({ ...essay, showsCriteria: false }))).toMatchObject({ criteria: [] });
  });

  test("earns the points of its levels over the most there is; nothing while a criterion is open", () => {
    expect(creditOfLevels(essay, { c1: "one", c2: "terms" })).toBe(2.5 / 4);
    expect(creditOfLevels(essay, { c1: "two", c2: "terms" })).toBe(1);
    expect(creditOfLevels(essay, { c1: "two" })).toBeNull();
    expect(creditOfLevels(essay, { c1: "two", c2: "none" })).toBeNull();
    const level = fc.constantFrom("none", "one", "two");
    fc.assert(
      fc.property(level, fc.constantFrom("everyday", "terms"), (c1, c2) => {
        const credit = creditOfLevels(essay, { c1, c2 })!;
        expect(credit).toBeGreaterThanOrEqual(0);
        expect(credit).toBeLessThanOrEqual(1);
      }),
    );
  });

  test("says what its rubric lacks", () => {
    const faults = (criteria: Written["criteria"]) => faultsOf({ ...essay, criteria }).map(faultLine);
    const [first] = essay.criteria;
    expect(faults([])).toEqual(["criteriaMissing"]);
    expect(faults([{ ...first!, name: " " }])).toEqual(["criterionNameless 1"]);
    expect(faults([{ ...first!, levels: first!.levels.slice(0, 1) }])).toEqual(["criterionFewLevels Reasons"]);
    const worthless = first!.levels.map((level) => ({ ...level, points: 0 }));
    expect(faults([{ ...first!, levels: worthless }])).toEqual(["criterionNoPoints Reasons"]);
  });
});

describe("an opinion", () => {
  const counts = (content: typeof view, ...values: string[]) =>
    kindOf(content)
      .summarise(
        content,
        values.map((value) => ({ kind: "opinion" as const, value })),
      )
      .map((line) => [line.text, line.count]);

  test("has no key and no points, and is counted by choice, by step or by words", () => {
    expect([markerOf(view), creditOf(view, { kind: "opinion", value: "yes" })]).toEqual(["nobody", 0]);
    expect(counts(view, "yes", "yes", "")).toEqual([
      ["yes", 2],
      ["no", 0],
      ["", 1],
    ]);
    const scale = { ...view, form: "scale" as const, steps: 3, low: "dull", high: "clear" };
    expect(counts(scale, "3", "1", "3")).toEqual([
      ["1, dull", 1],
      ["2", 0],
      ["3, clear", 2],
    ]);
    expect(counts({ ...view, form: "text" }, "The maps", "the maps ", "Nothing")).toEqual([
      ["the maps", 2],
      ["Nothing", 1],
    ]);
  });

  test("needs a question, and choices only where it is a choice", () => {
    const empty = { ...view, choices: view.choices.map((one) => ({ ...one, text: richTextOf("") })) };
    expect(faultsOf(empty).length).toBe(2);
    expect(faultsOf({ ...empty, form: "scale" })).toEqual([]);
    expect([isBlank(blankAnswer("opinion")), isBlank({ kind: "opinion", value: "1" })]).toEqual([true, false]);
  });
});
