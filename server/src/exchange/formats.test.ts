/** The table of docs/formats.md: made of real round trips, so that it cannot say what is not so. */
import { FileItem } from "@verdant/contract/exchange";
import { readPastedItems } from "@verdant/core/bank/pastedItems";
import { textOf, writeItems } from "@verdant/core/bank/writtenItems";
import { kinds as kindTable, allKinds, type Content, type KindName } from "@verdant/core/items/kinds";
import { kindNames } from "@verdant/core/items/kindNames";
import { readFileSync, writeFileSync } from "node:fs";
import { expect, test } from "vitest";
import { fromContent, toContent } from "./fileContent.ts";
import { Unusable } from "./unusable.ts";
import { contents } from "./testing/contents.ts";
import { readRow } from "./table/readRow.ts";
import type { Here } from "./table/readTagging.ts";
import { cellsOf } from "./table/writeRow.ts";
import { outAndIn } from "./testing/outAndIn.ts";

const place = new URL("../../../docs/formats.md", import.meta.url);
const [start, end] = ["<!-- table: made by a test -->", "<!-- end of the table -->"];

/** What is said of a part of an item that does not come back. */
const parts: Readonly<Record<string, string>> = {
  staysPut: "which options stay in their place",
  caseMatters: "whether capitals count",
  tolerance: "how near a number must be",
  misconceptionId: "wrong ideas",
  allowsNearMiss: "whether a near miss counts",
  expectedWrong: "expected wrong answers",
  otherUnits: "other units",
  "severalRightAnswers.scoring": "all or nothing, where one alone is right and it makes no difference",
  scoring: "how parts count",
  "shape.radius": "parts of a pixel",
  setName: "the name of the set",
  "pairs.rationale": "reasons of pairs",
  "regions.rationale": "reasons of places",
  showsRegions: "whether places are shown",
  first: "what the ends mean",
  last: "what the ends mean",
  criteria: "names of criteria, and of several all but one",
  showsCriteria: "whether criteria are shown",
  modelAnswer: "the model answer",
  form: "the form of answer",
  "opinion.steps": "the scale",
  "opinion.low": "the scale",
  "opinion.high": "the scale",
};

/** Each value by its path, without places in lists and without ids, which others renew. */
function leaves(value: unknown, path: readonly string[] = []): [string, unknown][] {
  if (Array.isArray(value)) return value.flatMap((one) => leaves(one, path));
  if (typeof value !== "object" || value === null) return [[path.join("."), value]];
  if ("type" in value && value.type === "richText") return [[path.join("."), JSON.stringify(value)]];
  return Object.entries(value)
    .filter(([key]) => key !== "id" && key !== "rightId" && key !== "schemaVersion")
    .flatMap(([key, inner]) => leaves(inner, [...path, key]));
}

/**
 * Names of what of `before` is not in `after` as it was.
 *
 * @param texts what it is called when a text is another, wherever it stands
 */
function lost(before: Content, after: Content, texts?: string): string[] {
  const found = leaves(after).map(([path, value]) => `${path}=${String(value)}`);
  const gone = leaves(before).filter(([path, value]) => {
    const at = found.indexOf(`${path}=${String(value)}`);
    if (at >= 0) found.splice(at, 1);
    return at < 0;
  });
  const names = gone.map(([inside, value]) => {
    if (texts !== undefined && typeof value === "string" && value.includes('"richText"')) return texts;
    const path = `${before.kind}.${inside}`;
    const known = Object.keys(parts).find((part) => `.${path}.`.includes(`.${part}.`));
    return known === undefined ? path : (parts[known] ?? path);
  });
  return [...new Set(names)].sort();
}

const idea = "00000000-0000-4000-8000-000000000000";
const every = contents.map(
  (content) => JSON.parse(JSON.stringify(content).replaceAll('"idea"', `"${idea}"`)) as Content,
);

function elsewhere(kind: KindName): string {
  const said = every
    .filter((content) => content.kind === kind)
    .map((content) => {
      try {
        const { content: back } = outAndIn(content, { isStripped: true });
        // The older form says the same to whoever reads only that.
        expect(lost(back, outAndIn(content, { isStripped: true, isOlder: true }).content)).toEqual([]);
        return back.kind === kind ? lost(content, back) : [`comes back as “${kindNames[back.kind]}”`];
      } catch (error) {
        if (error instanceof Unusable) return ["kept as it came, not read"];
        throw error;
      }
    });
  const all = [...new Set(said.flat())].sort();
  const losses = all.filter((one) => !one.startsWith("comes back"));
  const kept = losses.length === 0 ? [] : [`carried, but for: ${losses.join("; ")}`];
  const others = all.filter((one) => one.startsWith("comes back"));
  return [...kept, ...others].join("; ") || "carried";
}

const itemOf = (content: Content) =>
  FileItem.parse({
    ...{ key: "1", topic: "T", demand: "apply", use: "practice", status: "draft", expectedSeconds: 45 },
    ...{ writerDifficulty: 3, language: "en", content: fromContent(content, (id) => id) },
  });
const nobody: Here = {
  topics: new Map([["t", "T"]]),
  codes: new Map(),
  items: new Map(),
  versions: new Map(),
  stimuli: new Set(),
};

const byTable = (content: Content) => {
  const item = itemOf(content);
  const row = { ...cellsOf(item), as_exported: JSON.stringify(item) };
  return toContent(readRow(row, nobody).item.content, (key) => key);
};

/** What the columns say that a person reads and writes. */
function inColumns(kind: KindName): string {
  const said = every
    .filter((content) => content.kind === kind)
    .flatMap((content) => {
      try {
        const { item } = readRow(cellsOf(itemOf(content)), nobody);
        const back = toContent(item.content, (key) => key);
        return lost(content, back, "formatting");
      } catch (error) {
        if (error instanceof Unusable) return ["refused"];
        throw error;
      }
    });
  const losses = [...new Set(said)].sort();
  if (losses.includes("refused")) return "needs the whole";
  return losses.length === 0 ? "carried" : `carried, but for: ${losses.join("; ")}`;
}

/** What a text, or a word-processor file, says: all of it that is not words is named, what it refuses is not in it. */
function inText(kind: KindName): string {
  const said = every
    .filter((content) => content.kind === kind)
    .flatMap((content) => {
      const about = { name: "", topic: null, standards: [], use: "practice" as const };
      const [read] = readPastedItems(textOf(writeItems([{ ...about, content }]).lines), () => "id").items;
      return read ? lost(content, read.content, "formatting") : ["left out"];
    });
  const losses = [...new Set(said)].sort();
  const isLeft = losses.includes("left out");
  const others = losses.filter((one) => one !== "left out");
  if (isLeft && others.length === 0) return "named as left out";
  const carried = others.length === 0 ? "carried" : `carried, but for: ${others.join("; ")}`;
  return isLeft ? `${carried}; some are named as left out` : carried;
}

function table(): string {
  const rows = allKinds.map((kind) => {
    const mine = every.filter((content) => content.kind === kind);
    const isSame = (out: (content: Content) => Content) =>
      mine.every((content) => JSON.stringify(sorted(out(content))) === JSON.stringify(sorted(content)));
    const inFile = isSame((content) =>
      toContent(JSON.parse(JSON.stringify(fromContent(content, (id) => id))) as never, (key) => key),
    );
    const inPackage = isSame((content) => outAndIn(content).content);
    const word = (is: boolean) => (is ? "carried" : "not carried");
    const inTable = isSame(byTable);
    return `| ${kindNames[kind]} | ${word(inFile)} | ${word(inPackage)} | ${elsewhere(kind)} | ${word(inTable)} | ${inColumns(kind)} | ${inText(kind)} |`;
  });
  return [
    "| Kind | Department file | Package, read here again | Package without what is our own | Table | Table without its last column | Text, word-processor file |",
    "| --- | --- | --- | --- | --- | --- | --- |",
    ...rows,
  ].join("\n");
}

const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : typeof value === "object" && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([key, inner]) => [key, sorted(inner)]),
        )
      : value;

test("docs/formats.md says of each kind what really becomes of it", () => {
  expect(Object.keys(kindTable).sort()).toEqual([...new Set(every.map((content) => content.kind))].sort());
  const text = readFileSync(place, "utf8");
  const [before = "", rest = ""] = text.split(start);
  const [, after = ""] = rest.split(end);
  const whole = `${before}${start}\n\n${table()}\n\n${end}${after}`;
  if (process.env["WRITE_DOCS"] === "yes") writeFileSync(place, whole);
  // `WRITE_DOCS=yes npx vitest run server/src/exchange/formats.test.ts` writes it anew.
  expect(text).toBe(whole);
});
