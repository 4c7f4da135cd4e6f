import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import { richTextOf } from "../richText.ts";
import { creditOf } from "./kinds.ts";
import { oneRightAnswer, type OneRightAnswer } from "./oneRightAnswer.ts";

const item = (options = ["Erosion", "Deposition", "Attrition"], staysPut: number[] = []): OneRightAnswer => ({
  kind: "oneRightAnswer",
  schemaVersion: 1,
  stem: richTextOf("Which process widens a meander?"),
  options: options.map((text, i) => ({
    id: `o${i}`,
    text: richTextOf(text),
    isKey: i === 0,
    rationale: richTextOf("SECRET"),
    misconceptionId: "SECRET",
    staysPut: staysPut.includes(i),
  })),
  explanation: richTextOf("SECRET"),
  nextStep: richTextOf("SECRET"),
});
const choose = (optionId: string | null) => ({ kind: "oneRightAnswer", optionId }) as const;

describe("one right answer", () => {
  test("the key earns full credit; anything else, a blank and an unknown option earn none", () => {
    expect(["o0", "o1", null, "unknown"].map((id) => creditOf(item(), choose(id)))).toEqual([1, 0, 0, 0]);
    expect(creditOf(item(), null)).toBe(0);
  });

  test("the student's view holds stem and options and nothing else of the content", () => {
    const view = oneRightAnswer.toStudentView(item(), ["o2", "o0", "o1"]);
    expect(JSON.stringify(view)).not.toContain("SECRET");
    expect(JSON.stringify(view)).not.toContain("isKey");
    expect(view.options.map((option) => option.id)).toEqual(["o2", "o0", "o1"]);
  });

  test("mixing keeps every option once, and those that stay put in their place", () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 8 }), fc.string(), fc.nat(7), (count, seed, put) => {
        const content = item(
          Array.from({ length: count }, (_, i) => `Option ${i}`),
          [put % count],
        );
        const order = oneRightAnswer.arrange(content, randomFrom(seed));
        expect([...order].sort()).toEqual(content.options.map((option) => option.id).sort());
        expect(order[put % count]).toBe(`o${put % count}`);
      }),
    );
  });

  test("answers are counted by option in authored order, blanks last", () => {
    const counts = oneRightAnswer.summarise(item(), [choose("o1"), choose("o1"), choose("o0"), choose(null)]);
    expect(counts.map(({ id, count }) => [id, count])).toEqual([
      ["o0", 1],
      ["o1", 2],
      ["o2", 0],
      [null, 1],
    ]);
  });

  test("an item is usable with a stem, two different options and exactly one key", () => {
    expect(oneRightAnswer.faults(item())).toEqual([]);
    expect(oneRightAnswer.faults(item(["Same", "same "])).map((fault) => fault.path)).toEqual([["options", 1, "text"]]);
    const noKey = { ...item(), options: item().options.map((option) => ({ ...option, isKey: false })) };
    expect(oneRightAnswer.faults(noKey)).toHaveLength(1);
    expect(oneRightAnswer.faults(oneRightAnswer.blank(() => "x")).length).toBeGreaterThan(1);
  });
});
