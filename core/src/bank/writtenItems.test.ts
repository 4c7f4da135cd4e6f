/** What is written is read again as it was meant; what would not be is named, not spoilt. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Content } from "../items/kinds.ts";
import { headline, plainText, richTextOf } from "../richText.ts";
import {
  every,
  essay,
  gaps,
  groups,
  letter,
  number,
  one,
  sequence,
  several,
  typed,
  view,
} from "../testing/contents.ts";
import { readPastedItems } from "./pastedItems.ts";
import { notationOfWord } from "./wordFile.ts";
import { blocksOf, textOf, writeItems, type ItemToWrite } from "./writtenItems.ts";

let n = 0;
const read = (text: string) => readPastedItems(text, () => `id${n++}`);
const item = (content: Content, more: Partial<ItemToWrite> = {}): ItemToWrite => ({
  ...{ name: content.kind, topic: "Rivers / Meanders", standards: ["LG.1.3"], use: "practice", content },
  ...more,
});
const meander: Content = {
  ...{
    kind: "oneRightAnswer",
    schemaVersion: 1,
    stem: richTextOf("Look at the map.\nWhich process widens a meander?"),
  },
  options: [
    { id: "a", text: richTextOf("Deposition"), isKey: false, rationale: richTextOf("that narrows it") },
    { id: "b", text: richTextOf("Erosion"), isKey: true },
  ],
  explanation: richTextOf("The outer bank is worn away."),
  nextStep: richTextOf("Draw both banks."),
};

test("all questions come first, then by their numbers the keys and what explains them", () => {
  const stack = typed(["stack", "a stack"]);
  const { lines, written, left } = writeItems([
    item(meander),
    item(
      { ...stack, stem: richTextOf("What is left of an arch?"), expectedWrong: [] },
      {
        ...{ topic: null, standards: [], use: "reserved" },
      },
    ),
    item(essay),
  ]);
  expect(textOf(lines)).toBe(
    [
      ...["1. What is left of an arch?", "¦ ________", "", "## Rivers / Meanders", "", "2. Look at the map."],
      ...["Which process widens a meander?", "a) Deposition", "b) Erosion", ""],
      ...["## Key and explanations", "", "1. Answer: stack / a stack"],
      ...["Why: SECRET", "Next: SECRET", "Use: reserved", "", "2. Answer: b", "a) -- that narrows it"],
      ...["Why: The outer bank is worn away.", "Next: Draw both banks.", "Standards: LG.1.3"],
    ].join("\n"),
  );
  expect([written, left]).toEqual([2, [{ name: "written", kind: "written", why: "kind" }]]);
});

test("each kind that the notation has is read again with its key; the others are named", () => {
  const all: Content[] = [
    one,
    several("partial"),
    typed(["stack"]),
    number(12, { unit: "km" }),
    groups("partial"),
    sequence,
    gaps,
  ];
  const named = every.map((content, i) => item(content, { name: `item ${i}` }));
  const { written, left } = writeItems(named);
  expect(written + left.length).toBe(every.length);
  expect(left.map(({ kind }) => kind)).toEqual(expect.arrayContaining([essay.kind, view.kind, letter.kind]));
  for (const content of all) {
    const text = textOf(writeItems([item(content)]).lines);
    const { items, findings } = read(text);
    expect([content.kind, findings]).toEqual([content.kind, []]);
    if (items[0]) expect(items[0]).toMatchObject({ topic: "Rivers / Meanders", standards: ["LG.1.3"] });
  }
});

describe("words that look like notation", () => {
  const nasty = fc.oneof(
    fc.constantFrom(
      "1. one",
      "a) yes",
      "*b) no",
      "Answer: c",
      "## x",
      "Topic: y",
      "a = b",
      "[gap]",
      "¦ z",
      "Why: w",
      "a > b > c",
    ),
    fc.constantFrom(
      "12",
      "-3,5",
      "true",
      "b -- no",
      "x * ",
      "x / y",
      "[a; b] [c | d]",
      "2030. The year",
      "Use: reserved",
      "  two   spaces ",
    ),
    fc.string({ unit: "grapheme", minLength: 1, maxLength: 12 }),
    fc.lorem({ maxCount: 4 }),
  );
  const text = nasty.map(richTextOf);
  const maybe = fc.option(text, { nil: undefined });
  const id = () => `o${n++}`;
  const shared = fc.record({ schemaVersion: fc.constant(1 as const), stem: text, explanation: maybe, nextStep: maybe });
  const options = fc.array(fc.record({ text, isKey: fc.boolean(), rationale: maybe }), { minLength: 2, maxLength: 9 });
  const content: fc.Arbitrary<Content> = fc.oneof(
    fc.tuple(shared, options).map(([rest, list]): Content => {
      const all = list.map((option) => ({ ...option, id: id() }));
      return all.filter((option) => option.isKey).length > 1
        ? { kind: "severalRightAnswers", ...rest, scoring: "partial", options: all }
        : { kind: "oneRightAnswer", ...rest, options: all };
    }),
    fc.tuple(shared, fc.array(nasty, { minLength: 1, maxLength: 3 })).map(([rest, words]): Content => ({
      ...{ kind: "shortText", ...rest, accepted: words.map((word) => ({ id: id(), text: word })) },
      ...{ caseMatters: false, allowsNearMiss: false, expectedWrong: [] },
    })),
    fc.tuple(shared, fc.array(text, { minLength: 2, maxLength: 5 })).map(([rest, steps]): Content => ({
      ...{ kind: "order", ...rest, scoring: "partial", first: "", last: "" },
      steps: steps.map((step) => ({ id: id(), text: step })),
    })),
    fc.tuple(shared, fc.array(fc.tuple(text, nasty), { minLength: 2, maxLength: 4 })).map(([rest, pairs]): Content => {
      const rights = pairs.map(([, right]) => ({ id: id(), text: right }));
      return {
        ...{ kind: "match", ...rest, scoring: "partial", rights },
        pairs: pairs.map(([left], i) => ({ id: id(), left, rightId: rights[i]!.id })),
      };
    }),
    fc.tuple(shared, fc.array(nasty, { minLength: 1, maxLength: 4 })).map(([rest, words]): Content => ({
      ...{ kind: "fillGaps", ...rest, scoring: "partial", allowsNearMiss: false },
      passage: words.map((word, i) =>
        i % 2 === 0 ? { type: "text", text: word } : { type: "gap", id: id(), accepted: [word], choices: [] },
      ),
    })),
  );
  const items = fc.array(
    fc.record({
      content,
      topic: fc.option(nasty),
      standards: fc.array(nasty, { maxLength: 2 }),
      isReserved: fc.boolean(),
    }),
    { maxLength: 6 },
  );
  /** What of a question may not change by being written and read. */
  const essence = (one: Content) => ({
    kind: one.kind,
    stem: plainText(one.stem),
    keys: "options" in one ? one.options.map((option) => [plainText(option.text), option.isKey]) : null,
    accepted: one.kind === "shortText" ? one.accepted.map((word) => word.text.replaceAll(/\s+/g, " ").trim()) : null,
    gaps:
      one.kind === "fillGaps" ? one.passage.filter((part) => part.type === "gap").map((part) => part.accepted) : null,
  });
  const isTheSame = (given: readonly ItemToWrite[], text_: string, left: readonly { readonly name: string }[]) => {
    const away = new Set(left.map(({ name }) => name));
    const kept = given.filter(({ name }) => !away.has(name));
    const { items: again, findings } = read(text_);
    expect(findings).toEqual([]);
    const order = (list: readonly { topic: string | null; content: Content; use: unknown }[]) =>
      list
        .map(({ topic, content: said, use }) =>
          JSON.stringify([topic?.replaceAll(/\s+/g, " ").trim() ?? null, use, essence(said)]),
        )
        .sort();
    expect(order(again.map((one) => ({ ...one, use: one.about?.use ?? "practice" })))).toEqual(order(kept));
  };

  test("are kept, or their item is named as left out: never another question, key, topic or use", () => {
    fc.assert(
      fc.property(items, (list) => {
        const given = list.map(({ isReserved, ...rest }, i) =>
          item(rest.content, { ...rest, use: isReserved ? "reserved" : "practice", name: `n${i}` }),
        );
        const { lines, left, written } = writeItems(given);
        expect(written + left.length).toBe(given.length);
        isTheSame(given, textOf(lines), left);
        // As the paragraphs of a word-processor file, which is read into the same notation.
        const fromWord = notationOfWord(blocksOf(lines)).text;
        expect(read(fromWord).items).toHaveLength(written);
        isTheSame(given, fromWord, left);
      }),
      { numRuns: 200 },
    );
  });
});

test("what belongs to no question under the key is said, and changes nothing", () => {
  const { items, findings } = read(
    "1. Which?\na) one\nb) two\n\n## Key and explanations\n\n1. Answer: b\n7. Answer: a\nc) -- no such option\n",
  );
  expect(items.map(({ content }) => headline(content.stem))).toEqual(["Which?"]);
  expect(findings.map(({ line }) => line)).toEqual([8, 9]);
});

test("more than 999 are named, and pictures that stay behind", () => {
  const many = Array.from({ length: 1001 }, (_, i) => item(meander, { name: `item ${i}` }));
  const { written, left } = writeItems(many);
  expect([written, left.length, left[0]]).toEqual([999, 2, { name: "item 999", kind: "oneRightAnswer", why: "full" }]);
  const image = { type: "image" as const, hash: "h", alt: "A map", credit: "", width: 4, height: 3 };
  const shown = { ...meander, stem: { ...meander.stem, content: [...meander.stem.content, image] } };
  expect(writeItems([item(meander), item(shown)]).withoutMedia).toEqual([2]);
});
