import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { creditOf, kindOf, markerOf } from "../items/kinds.ts";
import { richTextOf } from "../richText.ts";
import { essay, every, marked, one } from "../testing/contents.ts";
import { contentFields, differingFields, linesOf, mergeContents, type ContentField } from "./fields.ts";

const other = { ...one, stem: richTextOf("Which?"), nextStep: undefined };

describe("fields of a content", () => {
  test("two contents differ in the fields that differ, whatever the order of their keys", () => {
    expect(differingFields(one, one)).toEqual([]);
    expect(differingFields(one, other)).toEqual(["question", "nextStep"]);
    const turned = Object.fromEntries(Object.entries(one).reverse()) as unknown as typeof one;
    expect(differingFields(one, turned)).toEqual([]);
    const sides = every.filter((content) => content.kind !== "oneRightAnswer");
    for (const content of sides) expect(differingFields(one, content)).toContain("answers");
  });

  test("a merge takes each field from the side that was picked, of any two kinds, and is whole", () => {
    const side = fc.constantFrom("mine" as const, "theirs" as const);
    const place = fc.nat(every.length - 1);
    const picks = fc.record({ question: side, answers: side, explanation: side, nextStep: side, nearly: side });
    fc.assert(
      fc.property(place, place, picks, (i, j, pick) => {
        const [mine, theirs] = [{ ...every[i]!, stem: richTextOf("Mine?") }, every[j]!];
        const merged = mergeContents(mine, theirs, pick);
        const from = (field: ContentField) => (pick[field] === "mine" ? mine : theirs);
        for (const field of contentFields) expect(differingFields(merged, from(field))).not.toContain(field);
        if (markerOf(merged) === "machine") expect(creditOf(merged, kindOf(merged).rightAnswer(merged))).toBe(1);
      }),
    );
  });

  test("lines say what can be answered with the key marked, then the reasons, each once", () => {
    expect(linesOf(one, "question")).toEqual([{ text: "What?", isKey: false }]);
    expect(linesOf(one, "answers")).toEqual([
      { text: "a", isKey: true },
      { text: "b", isKey: false },
      { text: "SECRET", isKey: false },
      { text: "SECRET", isKey: false },
    ]);
    expect(linesOf({ ...one, explanation: undefined }, "explanation")).toEqual([]);
    for (const content of marked) expect(linesOf(content, "answers").some((line) => line.isKey)).toBe(true);
    expect(linesOf(essay, "answers").map((line) => line.text)).toEqual(
      expect.arrayContaining(["Reasons", "SECRET one"]),
    );
  });
});
