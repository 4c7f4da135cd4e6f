import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { kindOf, type Content } from "../items/kinds.ts";
import { headline, plainText, richTextOf } from "../richText.ts";
import { columnsLeftOut, guessMapping, readWorkbook, signatureOf } from "./workbook.ts";

let ids = 0;
const newId = () => `id${ids++}`;
const read = (cells: string[][]) => readWorkbook(cells, guessMapping(cells), newId);
const keyOf = (content: Content | undefined) =>
  content && "options" in content
    ? content.options.flatMap((option) => (option.isKey ? [headline(option.text)] : [])).join(" + ")
    : content && JSON.stringify(kindOf(content).rightAnswer(content));

describe("a workbook", () => {
  test("is understood by its own headings, below a title, whatever their order", () => {
    const cells = [
      ["Rivers, summer term", "", ""],
      [],
      ["Unit", "Correct Answer", "Question text", "Option A", "Option B", "Option C", "Feedback", "Spec ref.", "Marks"],
      ["Meanders", "B", "What widens a meander?", "Deposition", "Erosion", "Rain", "The outer bank", "LG.1.3", "1"],
    ];
    const mapping = guessMapping(cells);
    expect(mapping).toEqual({
      headings: 2,
      roles: ["topic", "key", "question", "option", "option", "option", "why", "standards", "points"],
    });
    expect(signatureOf(cells, mapping)).toContain("question text|option a");
    const { items, findings } = readWorkbook(cells, mapping, newId);
    expect(findings).toEqual([]);
    expect(items).toMatchObject([{ line: 4, topic: "Meanders", standards: ["LG.1.3"] }]);
    expect(items[0]?.content).toMatchObject({ kind: "oneRightAnswer", explanation: {} });
    expect(keyOf(items[0]?.content)).toBe("Erosion");
  });

  test.each([
    ["b", "two"],
    ["B.", "two"],
    ["(c)", "three"],
    ["option a", "one"],
    ["2", "two"],
    ["Three", "three"],
    ["A, c", "one + three"],
    ["ac", "one + three"],
    ["1; 2", "one + two"],
    ["one and three", "one + three"],
  ])("reads the key %s as %s", (key, right) => {
    const { items } = read([
      ["Question", "A", "B", "C", "Key"],
      ["Q?", "one", "two", "three", key],
    ]);
    expect(keyOf(items[0]?.content)).toBe(right);
  });

  test("takes words before places, since an option may be a number", () => {
    const { items } = read([
      ["Question", "A", "B", "C", "Key"],
      ["2 + 1?", "1", "3", "2", "3"],
    ]);
    expect(keyOf(items[0]?.content)).toBe("3");
  });

  test("without options the key is the answer: a word, a number with its unit, true or false", () => {
    const { items } = read([
      ["Question", "Answer"],
      ["What is left?", "stack / a stack"],
      ["How far?", "1.5 km"],
      ["Rivers flow uphill.", "False"],
    ]);
    expect(items.map((item) => item.content.kind)).toEqual(["shortText", "numeric", "optionSet"]);
  });

  test("says by row what cannot be used, and reads the rest", () => {
    const { items, findings } = read([
      ["Question", "A", "B", "Key"],
      ["", "x", "y", "A"],
      ["Q?", "x", "y", "D"],
      ["Q?", "x", "y", ""],
      ["Q?", "x", "", "A"],
      ["Good?", "x", "y", "y"],
      ["", " ", ""],
    ]);
    expect(findings).toEqual([
      { line: 2, code: "questionMissing", terms: {} },
      { line: 3, code: "keyNoOption", terms: { key: "D" } },
      { line: 4, code: "keyMissing", terms: {} },
      { line: 5, code: "oneOption", terms: {} },
    ]);
    expect(items.map((item) => item.line)).toEqual([6]);
  });

  test("without headings takes the columns in their order", () => {
    const { items } = read([["What?", "yes", "no", "b"]]);
    expect(keyOf(items[0]?.content)).toBe("no");
    expect(guessMapping([])).toEqual({ headings: -1, roles: [] });
  });

  test("never throws, and no item lacks its key, whatever the cells hold", () => {
    const cell = fc.oneof(fc.string(), fc.constantFrom("Question", "Key", "A", "b", "1", "", "x, y"));
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 8 }), { maxLength: 12 }), (cells) => {
        for (const { content } of read(cells).items)
          if ("options" in content) expect(content.options.some((option) => option.isKey)).toBe(true);
      }),
    );
  });
});

describe("nothing in a table is left out without a word", () => {
  let id = 0;
  const read = (cells: string[][]) => {
    const mapping = guessMapping(cells);
    return { mapping, ...readWorkbook(cells, mapping, () => `id ${id++}`) };
  };

  test("what belongs to an item comes with it; reserved stays reserved", () => {
    const { items, findings } = read([
      [
        "Question",
        "A",
        "Reason A",
        "B",
        "Reason B",
        "Key",
        "Reserved",
        "Demand",
        "Family",
        "Seconds",
        "Points",
        "Difficulty",
      ],
      [
        "Which wears away?",
        "Erosion",
        "right",
        "Deposition",
        "that builds up",
        "A",
        "yes",
        "Apply",
        "wearing",
        "60",
        "1,5",
        "hard",
      ],
      ["Which builds up?", "Erosion", "", "Deposition", "", "B", "", "", "wearing", "", "", ""],
    ]);
    expect(findings).toEqual([]);
    expect(items.map((item) => item.about)).toEqual([
      {
        ...{ use: "reserved", demand: "apply", family: "wearing", expectedSeconds: 60, points: 1.5 },
        writerDifficulty: 4,
      },
      { family: "wearing" },
    ]);
    const [first] = items;
    const options = first?.content.kind === "oneRightAnswer" ? first.content.options : [];
    expect(options.map((option) => plainText(option.rationale ?? richTextOf("")))).toEqual(["right", "that builds up"]);
  });

  test("what cannot be understood is said with the row, and assumed", () => {
    const { items } = read([
      ["Question", "Answer", "Use", "Demand", "Points"],
      ["What is left when an arch falls?", "stack", "perhaps", "clever", "lots"],
    ]);
    expect(items[0]?.about).toEqual({});
    expect(items[0]?.notes).toEqual([
      { code: "cellNotUnderstood", terms: { cell: "perhaps", column: "use" } },
      { code: "cellNotUnderstood", terms: { cell: "clever", column: "demand" } },
      { code: "cellNotUnderstood", terms: { cell: "lots", column: "points" } },
    ]);
  });

  test("a column named twice, or of a name that is not known, is said when it holds something", () => {
    const cells = [
      ["Question", "Answer", "Answer", "Colour of the folder", "Empty"],
      ["What is left when an arch falls?", "stack", "stump", "green", ""],
    ];
    expect(columnsLeftOut(cells, guessMapping(cells))).toEqual([
      { code: "columnTakenBefore", terms: { column: "Answer", number: 3, first: "Answer" } },
      { code: "columnUnused", terms: { column: "Colour of the folder", number: 4, rows: 1 } },
    ]);
  });

  test("an empty option does not move the key's letter to another", () => {
    const { items, findings } = read([
      ["Question", "A", "B", "C", "D", "Key"],
      ["Which is hard engineering?", "Groyne", "", "Dune", "Beach", "C"],
      ["Which is soft?", "Wall", "", "Dune", "Groyne", "B"],
    ]);
    const [first] = items;
    const key =
      first?.content.kind === "oneRightAnswer" ? first.content.options.find((option) => option.isKey) : undefined;
    expect(key && plainText(key.text)).toBe("Dune");
    expect(findings).toEqual([{ line: 3, code: "keyNoOption", terms: { key: "B" } }]);
  });

  test("two keys where one is due are said", () => {
    const { items } = read([
      ["Question", "A", "B", "C", "Key"],
      ["Which are soft?", "Planting", "Wall", "Dunes", "A, C"],
    ]);
    expect(items[0]?.notes).toEqual([{ code: "severalKeys", terms: { keys: 2 } }]);
  });
});
