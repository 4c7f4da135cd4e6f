import fc from "fast-check";
import { expect, test } from "vitest";
import { headline, plainText } from "../richText.ts";
import { creditOf, faultsOf, kindOf } from "../items/kinds.ts";
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

test("topics stand over what follows; standards are one item's, or stand alone for all that follow", () => {
  const { items } = read(`## Meanders
Standard: LG.1.3

1. One?
Answer: a word
Standard: LG.1.4; LG.1.5
2. Two?
Answer: another

Topic: Coasts
3. Three?
Answer: a third`);
  expect(items.map(({ topic, standards }) => [topic, standards])).toEqual([
    ["Meanders", ["LG.1.4", "LG.1.5"]],
    ["Meanders", ["LG.1.3"]],
    ["Coasts", []],
  ]);
});

test("an order, a match, a text with gaps, and true or false", () => {
  const { items, findings } = read(`1. Put in order.
Answer: crack > cave > arch
Next: draw them

2. Sort these.
coal = fossil
wind -> renewable
gas = fossil

3. The [swash; wash] goes [up | down].

4. Rivers flow uphill.
Answer: False`);
  expect(findings).toEqual([]);
  expect(items.map(({ content }) => content)).toMatchObject([
    { kind: "order", nextStep: { type: "richText" }, steps: [{}, {}, {}] },
    { kind: "match", pairs: [{}, {}, {}], rights: [{ text: "fossil" }, { text: "renewable" }] },
    {
      kind: "fillGaps",
      passage: [{ text: "The " }, { accepted: ["swash", "wash"] }, {}, { choices: ["up", "down"] }, {}],
    },
    { kind: "optionSet", options: [{ isKey: false }, { isKey: true }] },
  ]);
  for (const { content } of items) {
    expect(faultsOf(content)).toEqual([]);
    expect(creditOf(content, kindOf(content).rightAnswer(content))).toBe(1);
  }
});

test("a line that only looks like a pair belongs to the question", () => {
  const { items } = read("1. How far is it?\nScale: 1 cm = 5 km\nOn the map: 2 cm = ?\nAnswer: 10 km");
  expect(items.map(({ content }) => [content.kind, plainText(content.stem)])).toEqual([
    ["numeric", "How far is it? Scale: 1 cm = 5 km On the map: 2 cm = ?"],
  ]);
});

test("an option may give its reason, and an empty line before the options does not part them from their question", () => {
  const { items } = read("Which?\n\na) Sand -- too light\nb) Clay *\nWhy: weight");
  expect(items).toMatchObject([
    { content: { options: [{ rationale: { type: "richText" } }, { isKey: true }], explanation: { type: "richText" } } },
  ]);
});

test("any text at all is read without an error, and what it makes has ids of its own", () => {
  const line = fc.oneof(
    fc.string(),
    fc.constantFrom("1. Q?", "a) x", "*b) y -- z", "Answer: a > b > c", "x = y", "[a | b]", "Why: w", "## T", ""),
  );
  fc.assert(
    fc.property(fc.array(line), (lines) => {
      for (const { content } of read(lines.join("\n")).items) {
        const ids = [...JSON.stringify(content).matchAll(/"id":"(id\d+)"/g)].map(([, id]) => id);
        expect(new Set(ids).size).toBe(ids.length);
      }
    }),
  );
});

test("runs of spaces mean nothing, and a line too long for a question is said; neither takes long", () => {
  const far = " ".repeat(200_000);
  const { items, findings } = read(
    `1.${far}Which${far}one?\na)${far}This${far}one${far}*\nb) That\n\n${"x ".repeat(100_000)}`,
  );
  expect(items.map(({ content }) => plainText(content.stem))).toEqual(["Which one?"]);
  expect(findings).toEqual([{ line: 5, code: "lineTooLong", terms: {} }]);
});
