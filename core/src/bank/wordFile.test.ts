import { describe, expect, test } from "vitest";
import { readPastedItems } from "./pastedItems.ts";
import { mediaOf } from "../items/kinds.ts";
import { richTextOf } from "../richText.ts";
import { withPictures, notationOfWord, type WordBlock } from "./wordFile.ts";

const p = (text: string, more: Partial<Extract<WordBlock, { kind: "paragraph" }>> = {}): WordBlock => ({
  kind: "paragraph",
  text,
  isHeading: false,
  level: null,
  isMarked: false,
  pictures: 0,
  ...more,
});
const bold = (text: string, level: number | null = null) => p(text, { isMarked: true, level });
let ids = 0;
const keysOf = (blocks: readonly WordBlock[]) => {
  const { items, findings } = readPastedItems(notationOfWord(blocks).text, () => `id${ids++}`);
  expect(findings).toEqual([]);
  return items.map(({ content }) =>
    "options" in content ? content.options.map((option) => Number(option.isKey)).join("") : content.kind,
  );
};

describe("a word-processor file", () => {
  test("with options a level below the questions, the one in bold is the key; a heading names the topic", () => {
    const blocks = [
      p("Meanders", { isHeading: true }),
      p("What widens a meander?", { level: 0 }),
      p("Deposition", { level: 1 }),
      bold("Erosion", 1),
      p("And what narrows it?", { level: 0 }),
      bold("Deposition", 1),
      p("Rain", { level: 1 }),
    ];
    expect(notationOfWord(blocks).text).toBe(
      "## Meanders\n\n1. What widens a meander?\na) Deposition\n*b) Erosion\n\n2. And what narrows it?\n*a) Deposition\nb) Rain",
    );
    expect(keysOf(blocks)).toEqual(["01", "10"]);
  });

  test("numbered and lettered by hand, with a table of keys at the end, upright or across", () => {
    const asked = [p("1. First?"), p("A) one"), p("B) two"), p("2) Second?"), p("(a) one"), p("(b) two")];
    const upright: WordBlock = {
      kind: "table",
      rows: [
        ["No.", "Key"],
        ["1", "B"],
        ["2", "A"],
      ],
    };
    const across: WordBlock = {
      kind: "table",
      rows: [
        ["1", "2"],
        ["B", "a"],
      ],
    };
    for (const table of [upright, across]) expect(keysOf([...asked, table])).toEqual(["01", "10"]);
    expect(keysOf([...asked, p("Answers: 1 B, 2. A")])).toEqual(["01", "10"]);
  });

  test("a flat list below a question is its options; questions all in bold mark nothing", () => {
    expect(keysOf([bold("1. Which?"), p("one", { level: 0 }), bold("two", 0)])).toEqual(["01"]);
    const all = notationOfWord([p("1. Which?"), bold("a) one"), bold("b) two")]).text;
    expect(all).toBe("1. Which?\na) one\nb) two");
  });

  test("keeps further lines with their question, says what did not come, and loses no words", () => {
    const table: WordBlock = {
      kind: "table",
      rows: [
        ["Year", "Rain"],
        ["2030", "812 mm"],
      ],
    };
    const { text, findings } = notationOfWord([
      p("1. Look at the table."),
      table,
      p("What fell?", { pictures: 1 }),
      p("a) 812 mm"),
      p("b) 810 mm"),
      p("Why: it says so"),
      p("Answer: a"),
    ]);
    expect(text).toBe(
      "1. Look at the table.\nYear   Rain\n2030   812 mm\nWhat fell? {picture 1}\na) 812 mm\nb) 810 mm\nWhy: it says so\nAnswer: a",
    );
    expect(findings).toEqual([{ code: "tableAsText", terms: { question: 1 } }]);
    expect(notationOfWord([])).toEqual({ text: "", findings: [] });
  });

  test("puts pictures where they stood, in the question or in an option; one before all questions is said", () => {
    const { text, findings } = notationOfWord([
      p("", { pictures: 1 }),
      p("1. Which map?"),
      p("", { pictures: 1 }),
      p("*a) this", { pictures: 1 }),
      p("b) none"),
    ]);
    expect(text).toBe("1. Which map?\n{picture 2}\n*a) this {picture 3}\nb) none");
    expect(findings).toEqual([{ code: "pictureBefore", terms: {} }]);
    const image = (hash: string) => ({ type: "image" as const, hash, alt: "", credit: "", width: 4, height: 3 });
    const pictures = new Map([
      [2, image("b")],
      [3, image("c")],
    ]);
    const [item] = readPastedItems(text, () => "id").items;
    const content = withPictures(item!.content, pictures);
    expect(mediaOf(content)).toEqual(["b", "c"]);
    expect(content.stem.content).toEqual([...richTextOf("Which map?").content, image("b")]);
    expect(withPictures(item!.content, new Map([[9, image("x")]]))).toEqual(item!.content);
  });
});
