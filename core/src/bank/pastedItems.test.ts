import { expect, test } from "vitest";
import { headline } from "../richText.ts";
import { faultsOf, kindOf } from "../items/kinds.ts";
import { readPastedItems } from "./pastedItems.ts";

let n = 0;
const read = (text: string) => readPastedItems(text, () => `id${n++}`);

test("numbered stems, lettered options and the ways to mark a key", () => {
  const { items, findings } = read(`1. Which process widens a meander?
a) Deposition
*b) Erosion
Why: the outer bank is worn away

2) Which are rocks?
A. Granite *
B. Water
C. Basalt (right)

Which wave builds a beach?
a. Destructive
b. Constructive
Answer: b`);
  expect(findings).toEqual([]);
  expect(items.map(({ content, line }) => [content.kind, headline(content.stem), line])).toEqual([
    ["oneRightAnswer", "Which process widens a meander?", 1],
    ["severalRightAnswers", "Which are rocks?", 6],
    ["oneRightAnswer", "Which wave builds a beach?", 11],
  ]);
  for (const { content } of items) expect(faultsOf(content)).toEqual([]);
  const right = items.map(({ content }) =>
    kindOf(content)
      .summarise(content, [])
      .filter((one) => one.isKey)
      .map((one) => one.text),
  );
  expect(right).toEqual([["Erosion"], ["Granite", "Basalt"], ["Constructive"]]);
});

test("without options an answer is a word or a number with its unit", () => {
  const { items } = read(
    "1. What is left of an arch?\nAnswer: stack / a stack\n2. How long is 4 cm at 1:25 000?\nAnswer: 1 km",
  );
  expect(items.map(({ content }) => content)).toMatchObject([
    { kind: "shortText", accepted: [{ text: "stack" }, { text: "a stack" }] },
    { kind: "numeric", value: 1, unit: "km" },
  ]);
});

test("what cannot be used is said with its line, and the rest is read", () => {
  const { items, findings } = read("1. No key here\na) One\nb) Two\n\n2. Nothing at all\n\n3. Good\na) One *\nb) Two");
  expect(items).toHaveLength(1);
  expect(findings.map((finding) => finding.line)).toEqual([1, 5]);
});
