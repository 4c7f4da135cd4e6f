/** Items as rows and back, without a database: nothing is lost, and what somebody changed is what changes. */
import { FileItem } from "@verdant/contract/exchange";
import type { Content } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fromContent } from "../fileContent.ts";
import { contents } from "../testing/contents.ts";
import type { Cells } from "./columns.ts";
import { escaped, joined, listIn, parted, unescaped } from "./lists.ts";
import { readRow } from "./readRow.ts";
import type { Here } from "./readTagging.ts";
import { cellsOf } from "./writeRow.ts";

const itemOf = (content: Content, more: Partial<FileItem> = {}): FileItem =>
  FileItem.parse({
    ...{
      key: "01a22e68-4c28-71c5-a434-d024157b9867",
      label: "Short",
      topic: "Rivers / Meanders",
      standards: ["LG.1", "LG.2"],
    },
    ...{ demand: "reason", use: "reserved", status: "approved", expectedSeconds: 90, writerDifficulty: 4 },
    ...{ tags: ["field; trip", "may"], points: 2.5, language: "en", family: "family of x", stimulus: "A map" },
    ...{ author: "A. Writer", licence: "CC BY 4.0" },
    content: fromContent(content, (id) => id),
    ...more,
  });

const elsewhere: Here = {
  topics: new Map([["rivers / meanders", "Rivers / Meanders"]]),
  codes: new Map([
    ["g1", "LG.1"],
    ["g2", "LG.2"],
  ]),
  items: new Map(),
  versions: new Map(),
  stimuli: new Set(["A map"]),
};
const at = (item: FileItem): Here => ({ ...elsewhere, items: new Map([[item.key, item]]) });

/** As the table holds it: every column, empty where the item has nothing. */
const rowOf = (item: FileItem): Cells => ({ ...cellsOf(item), as_exported: JSON.stringify(item) });
const withoutWhole = ({ as_exported: _, ...cells }: Cells): Cells => cells;

const every = contents.map((content, i) => [`${content.kind} ${String(i)}`, content] as const);

describe.each(every)("%s", (_, content) => {
  const item = itemOf(content);

  test("is the same in another department, to the last word", () => {
    expect(readRow(rowOf(item), elsewhere)).toEqual({ item, notes: [] });
  });

  test("is the same where it came from, also without the last column", () => {
    expect(readRow(rowOf(item), at(item))).toEqual({ item, notes: [] });
    expect(readRow(withoutWhole(rowOf(item)), at(item))).toEqual({ item, notes: [] });
  });

  test("a next step that is written into it changes that alone", () => {
    const { item: read, notes } = readRow({ ...rowOf(item), next_step: "Draw it again." }, at(item));
    expect(read).toEqual({ ...item, content: { ...item.content, nextStep: "Draw it again." } });
    expect(notes).toEqual([{ code: "formattingLost", terms: {} }]);
  });

  test("a cell that is emptied takes away what stood there, and no more", () => {
    const { item: read } = readRow({ ...rowOf(item), explanation: "", nearly: "" }, at(item));
    const { explanation: _explanation, nearly: _nearly, ...rest } = item.content;
    expect(read).toEqual({ ...item, content: rest });
  });

  test("another topic, use and tags leave the content as it is", () => {
    const row = { ...rowOf(item), topic: "", use: "practice", tags: "June", difficulty: "easy", points: "1,5" };
    expect(readRow(row, at(item)).item).toEqual({
      ...(({ topic: _topic, ...rest }) => rest)(item),
      ...{ use: "practice", tags: ["june"], writerDifficulty: 2, points: 1.5 },
    });
  });
});

describe("what somebody changes", () => {
  const [content] = contents;
  const item = itemOf(content!);
  const options = (of: FileItem) => ("options" in of.content ? of.content.options : []);

  test("an option that stays keeps its formatting, reason and id, wherever it stands and whatever comes beside it", () => {
    const cells = rowOf(item);
    const swapped = { ...cells, option_a: cells.option_c!, option_c: cells.option_a!, option_d: "new", key: "c" };
    const read = options(readRow({ ...swapped, rationale_a: cells.rationale_c!, rationale_d: "since" }, at(item)).item);
    const before = options(item);
    expect(read.map(({ id }) => id)).toEqual(["o2", "o1", "o0", undefined]);
    expect(read[1]).toEqual(before[1]);
    expect(read[2]).toMatchObject({ id: "o0", isKey: true });
    expect(read[3]).toEqual({ text: "new", rationale: "since" });
  });

  test("words that are changed in place keep the id, so that old answers still mean that option", () => {
    const { item: read, notes } = readRow({ ...rowOf(item), option_b: "not so" }, at(item));
    expect(options(read)[1]).toEqual({ ...options(item)[1], text: "not so" });
    expect(notes.map(({ code }) => code)).toEqual(["formattingLost"]);
  });

  test("the kind may change: what fits the new one stays", () => {
    const { item: read } = readRow({ ...rowOf(item), kind: "multiple_choice", key: "a|c", scoring: "all" }, at(item));
    expect(read.content).toMatchObject({ kind: "severalRightAnswers", scoring: "all" });
    expect(options(read).map(({ isKey }) => isKey)).toEqual([true, undefined, true]);
  });

  test("a table of ids and one column changes that column", () => {
    const { item: read, notes } = readRow({ id: item.key, next_step: "Look it up." }, at(item));
    expect([read, notes.map(({ code }) => code)]).toEqual([
      { ...item, content: { ...item.content, nextStep: "Look it up." } },
      ["formattingLost"],
    ]);
  });

  test("what a colleague has changed since the export stays, where the table was not changed too", () => {
    const now = itemOf({ ...content!, stem: richTextOf("Newer words"), explanation: richTextOf("Because.") });
    const untouched = readRow(rowOf(item), at(now));
    expect(untouched).toEqual({ item: now, notes: [] });
    const both = readRow({ ...rowOf(item), stem: "My words", title: "Mine" }, at(now));
    expect(both.item).toEqual({ ...now, label: "Mine", content: { ...now.content, stem: "My words" } });
    expect(both.notes).toEqual([{ code: "changedMeanwhile", terms: { column: "stem" } }]);
  });

  test("who made it and how far it has come stays, and that is said", () => {
    const { item: read, notes } = readRow({ ...rowOf(item), status: "draft", family: "other", author: "me" }, at(item));
    expect(read).toEqual(item);
    expect(notes.map(({ terms }) => terms["column"])).toEqual(["family", "author", "status"]);
  });
});

describe("what comes from somewhere else", () => {
  const plain = { kind: "single_choice", stem: "Which is hard?", option_a: "granite", option_b: "clay", key: "a" };
  const codes = (cells: Cells, here = elsewhere) => readRow(cells, here).notes.map(({ code }) => code);

  test("is a draft for practice; the same row once more is the same item", () => {
    const { item, notes } = readRow({ ...plain, status: "approved" }, elsewhere);
    expect(item).toMatchObject({ status: "draft", use: "practice", points: 1, writerDifficulty: 3, language: "en" });
    expect(notes).toEqual([{ code: "statusDraft", terms: {} }]);
    expect(readRow({ ...plain, title: "x" }, elsewhere).item.key).toBe(item.key);
    expect(readRow({ ...plain, stem: "Which is soft?" }, elsewhere).item.key).not.toBe(item.key);
  });

  test("options that are not to be mixed all stay in their place", () => {
    const { content } = readRow({ ...plain, shuffle: "No" }, elsewhere).item;
    expect(content).toMatchObject({ options: [{ staysPut: true }, { staysPut: true }] });
  });

  test("what was ours stays reserved where the column of use was taken out", () => {
    const id = "01a22e68-4c28-71c5-a434-d024157b9867";
    expect(readRow({ ...plain, id }, elsewhere)).toMatchObject({
      item: { use: "reserved" },
      notes: [{ code: "useAssumed" }],
    });
    expect(readRow({ ...plain, id, use: "whatever" }, elsewhere).item.use).toBe("reserved");
  });

  test("an id that means another question here is not taken for it", () => {
    const here = at({
      ...itemOf(contents[0]!),
      key: "1",
      content: { ...itemOf(contents[0]!).content, stem: "What is a spit made of, and by what?" },
    });
    expect(() => readRow({ ...plain, id: "1" }, here)).toThrow(expect.objectContaining({ code: "idOfAnother" }));
  });

  test("an export of ours that somebody has changed is a draft in another department; its topic is made there", () => {
    const item = itemOf(contents[0]!, { topic: "Coasts / Spits" });
    expect(readRow(rowOf(item), elsewhere).item).toMatchObject({ status: "approved", topic: "Coasts / Spits" });
    const changed = readRow({ ...rowOf(item), key: "b" }, elsewhere);
    expect(changed.item.status).toBe("draft");
    expect(changed.notes).toContainEqual({ code: "statusDraft", terms: {} });
  });

  test.each([
    [{ topic: "Mounds", standards: "LG.2; ZZ.1" }, ["topicUnknown", "standardsUnknown"]],
    [{ demand: "think", difficulty: "9", expected_seconds: "1" }, ["valueAssumed", "valueAssumed", "valueAssumed"]],
    [{ points: "0,3" }, ["pointsRounded"]],
    [{ points: "many" }, ["valueAssumed"]],
    [{ stimulus: "A poem" }, ["stimulusUnknown"]],
    [{ as_exported: "{" }, ["wholeUnreadable"]],
    [{ as_exported: '{"key":"x","content":{"__proto__":1}}' }, ["wholeUnreadable"]],
    [{ kind: "multiple_choice", key: "a:1|b:-0.5" }, ["scoringDiffers"]],
    [{ kind: "multiple_choice", key: "a:1|b:-1" }, []],
    [{ title: "x".repeat(130) }, ["cellCut"]],
    [{ tags: Array.from({ length: 22 }, (_, i) => `tag ${String(i)}`).join(";") }, ["tagsLeftOut"]],
    [{ author: "x".repeat(130), shuffle: "no", feedback_general: "Since." }, ["cellCut"]],
    [{ tolerance: "5%", case_sensitive: "no" }, ["cellUnused"]],
    [{ kind: "text_entry", key: "clay", option_a: "", option_b: "chalk", unit: "km" }, ["cellUnused", "cellUnused"]],
    [{ topic: "rivers/meanders", key: "" }, ["keyMissing"]],
  ] satisfies [Cells, string[]][])("%j is said", (more, expected) => {
    expect(codes({ ...plain, ...more })).toEqual(expected);
  });

  test.each([
    [{ kind: "riddle" }, "kindUnknown"],
    [{ kind: "" }, "kindUnknown"],
    [{ stem: "" }, "stemMissing"],
    [{ key: "d" }, "keyNoOption"],
    [{ kind: "numeric", key: "several" }, "cellNoNumber"],
    [{ kind: "match" }, "pairUnreadable"],
    [{ kind: "categorise" }, "pairUnreadable"],
    [{ kind: "order", key: "a" }, "orderIncomplete"],
    [{ kind: "cloze_choice" }, "gapsMissing"],
    [{ kind: "key_only", key: "z" }, "keyNoOption"],
    [{ kind: "hotspot" }, "notValid"],
    [{ kind: "true_false", key: "perhaps" }, "keyNoOption"],
    [{ stem: "x".repeat(30_000) }, "notValid"],
    [{ id: "x".repeat(90) }, "notValid"],
  ] satisfies [Cells, string][])("%j is refused", (more, code) => {
    expect(() => readRow({ ...plain, ...more }, elsewhere)).toThrow(expect.objectContaining({ code }));
  });

  test("true and false, groups and gaps are read as others write them", () => {
    const { content: judged } = readRow({ kind: "true_false", stem: "Lag is time.", key: "TRUE" }, elsewhere).item;
    expect(judged).toMatchObject({ kind: "optionSet", setName: "true or false", options: [{ isKey: true }, {}] });
    const sorted = {
      kind: "categorise",
      stem: "Sort.",
      option_a: "Soon: tents; dogs",
      option_b: "Later: codes",
      option_c: "Never:",
    };
    expect(readRow(sorted, elsewhere).item.content).toMatchObject({
      pairs: [
        { left: "tents", right: "Soon" },
        { left: "dogs", right: "Soon" },
        { left: "codes", right: "Later" },
      ],
      rights: [{ text: "Soon" }, { text: "Later" }, { text: "Never" }],
    });
    const gapped = {
      kind: "cloze_choice",
      stem: "At a {{con|de}} margin [so] {{apart|together}}.",
      key: "1=de;2=apart",
    };
    expect(readRow(gapped, elsewhere).item.content).toMatchObject({
      passage: "At a [de | con] margin \\[so\\] [apart | together].",
    });
  });

  test("a time is no weight; words that earn less are not taken for right ones, and that is said", () => {
    const typed = { kind: "text_entry", stem: "When?", key: "10:30|half past ten" };
    expect(readRow(typed, elsewhere).item.content).toMatchObject({
      accepted: [{ text: "10:30" }, { text: "half past ten" }],
    });
    const weighed = { ...typed, key: "abrasion:2|rubbing:1", points: "2" };
    expect(readRow(weighed, elsewhere)).toMatchObject({
      item: { content: { accepted: [{ text: "abrasion" }] } },
      notes: [{ code: "scoringDiffers", terms: { answer: "rubbing", here: 0, there: 1, points: 2 } }],
    });
  });
});

const awkward = fc.string({ unit: fc.constantFrom("|", ";", ":", "=", ">", "\\", " ", "a", "é", "\n") });
const words = awkward.map((text) => text.trim()).filter((text) => text !== "");

describe("lists in one cell", () => {
  test.each(["|", ";", ":", "=>"])("whatever stands in the parts, they come back: %s", (sign) => {
    fc.assert(
      fc.property(fc.array(words, { minLength: 1 }), (parts) => {
        expect(listIn(joined(parts, sign), sign)).toEqual(parts);
        expect(parted(parts.map((part) => escaped(part, sign)).join(` ${sign} `), sign).map(unescaped)).toEqual(parts);
      }),
    );
  });
});

test("whatever words an item has, it comes back by its columns alone", () => {
  const text = words.filter((one) => !/\n/.test(one));
  const distinct = fc.uniqueArray(text, {
    minLength: 2,
    maxLength: 6,
    selector: (one) => one.toLowerCase().replaceAll(/\s+/g, " "),
  });
  fc.assert(
    fc.property(text, distinct, (stem, parts) => {
      const shared = { schemaVersion: 1 as const, stem: richTextOf(stem) };
      const made: Content[] = [
        {
          kind: "shortText",
          ...shared,
          accepted: parts.map((one) => ({ id: one, text: one })),
          caseMatters: false,
          allowsNearMiss: true,
          expectedWrong: [],
        },
        {
          kind: "order",
          ...shared,
          scoring: "all",
          steps: parts.map((one) => ({ id: one, text: richTextOf(one) })),
          first: "",
          last: "",
        },
        {
          ...{ kind: "match", ...shared, scoring: "partial" },
          pairs: parts.map((one, i) => ({ id: one, left: richTextOf(one), rightId: parts[i === 0 ? 1 : 0] ?? "" })),
          rights: parts.slice(0, 2).map((one) => ({ id: one, text: one })),
        },
      ];
      for (const content of made) {
        const item = itemOf(content);
        const back = readRow(withoutWhole(rowOf(item)), elsewhere).item;
        const noIds = (value: unknown) =>
          JSON.parse(JSON.stringify(value, (key, inner: unknown) => (key === "id" ? undefined : inner))) as unknown;
        const sortRights = (of: FileItem["content"]) =>
          "rights" in of ? { ...of, rights: [...of.rights].sort((a, b) => (a.text < b.text ? -1 : 1)) } : of;
        expect(noIds(sortRights(back.content))).toEqual(noIds(sortRights(item.content)));
      }
    }),
  );
});
