/** From pasted text to rows that can be looked over: where each item belongs, what it lacks, what is said of it. */
import { askedIn, itemLikeness, tellingWords, veryLike } from "@verdant/core/checker/likeness";
import { readPaperKey } from "@verdant/core/bank/paperKey";
import { withPictures } from "@verdant/core/bank/wordFile";
import type { Image } from "@verdant/core/richText";
import { relationOf, type Relation } from "@verdant/core/bank/arrival";
import { readPastedItems, type AboutItem } from "@verdant/core/bank/pastedItems";
import { columnsLeftOut, readWorkbook, type Cells, type Mapping } from "@verdant/core/bank/workbook";
import { check } from "@verdant/core/checker/check";
import { foldedText } from "@verdant/core/foldedText";
import { faultsOf, type Content } from "@verdant/core/items/kinds";
import type { Standard, Topic } from "@verdant/contract/standards";
import { limits } from "@verdant/contract/wire";
import { newOptionId } from "../kinds/newOptionId.ts";
import { arrivalNoteInWords } from "../../ui/arrivalNoteInWords.ts";
import { faultInWords } from "../../ui/faultInWords.ts";
import { findingInWords } from "../../ui/findingInWords.ts";
import { t } from "../../platform/words.ts";

export interface Brought {
  readonly content: Content;
  /** Where it stands in what was brought: "line 4". */
  readonly place: string;
  readonly topic: string | null;
  readonly standards: readonly string[];
  readonly about: AboutItem;
  readonly notes: readonly string[];
}

export interface Row {
  /** The same as long as the item is asked in the same words. */
  readonly key: string;
  readonly place: string;
  readonly content: Content;
  readonly topicId: string | null;
  /** A topic that it names and the department has not. */
  readonly unknownTopic: string | null;
  readonly standardIds: readonly string[];
  readonly about: AboutItem;
  /** What keeps it from being used. */
  readonly missing: readonly string[];
  /** What a careful colleague would say. */
  readonly findings: readonly string[];
  /** An earlier row that is very like it, or names the same family, and how the two stand to each other. */
  readonly earlier: { readonly key: string; readonly place: string; readonly relation: Relation } | null;
}

/** As many as are taken in at once. */
const mostAtOnce = limits.itemsAtOnce;

interface Bring {
  readonly items: readonly Brought[];
  readonly findings: readonly string[];
}

/** What was understood of lines or rows. */
function bring(read: ReturnType<typeof readPastedItems>, unit: "line" | "row", sheet = ""): Bring {
  const { items, findings } = read;
  const before = sheet === "" ? "" : `${sheet}, `;
  const named = sheet === "" ? (unit === "line" ? "Line" : "Row") : `${before}${unit}`;
  return {
    items: items.map(({ line, about = {}, notes = [], ...item }) => ({
      ...{ ...item, about, notes: notes.map(arrivalNoteInWords), place: `${before}${unit} ${line}` },
    })),
    findings: findings.slice(0, mostAtOnce).map((one) => `${named} ${one.line}: ${arrivalNoteInWords(one)}`),
  };
}

/** @param pictures of the file that the text comes from, by their number */
export function bringText(text: string, pictures: ReadonlyMap<number, Image> = new Map()): Bring {
  const { items, findings } = bring(readPastedItems(text, newOptionId), "line");
  return { findings, items: items.map((item) => ({ ...item, content: withPictures(item.content, pictures) })) };
}

/** @param sheet its name, where several are brought at once */
export function bringCells(cells: Cells, mapping: Mapping, sheet = ""): Bring {
  const { items, findings } = bring(readWorkbook(cells, mapping, newOptionId), "row", sheet);
  const leftOut = columnsLeftOut(cells, mapping)
    .map(arrivalNoteInWords)
    .map((text) => (sheet === "" ? text : `${sheet}: ${text}`));
  return { items, findings: [...leftOut, ...findings] };
}

export function bringSheets(sheets: readonly { name: string; cells: Cells; mapping: Mapping }[]): Bring {
  const brought = sheets.map((one) => bringCells(one.cells, one.mapping, one.name));
  return { items: brought.flatMap((one) => one.items), findings: brought.flatMap((one) => one.findings) };
}

export function bringPaperKey(paper: { name: string; key: string; letters: number; ranges: string }): Bring {
  const { items, findings } = readPaperKey(paper.key, paper.name, paper.letters, paper.ranges);
  return {
    items: items.map(({ content, number, standards }) => ({
      ...{ content, standards, about: {}, notes: [], topic: null, place: `question ${number}` },
    })),
    findings: findings.slice(0, mostAtOnce).map(arrivalNoteInWords),
  };
}

/** A topic as somebody writes it: its name, or the way to it ("Rivers / Meanders"). */
export const topicPath = (written: string) => written.split(/\s*[/>›]\s*/).filter((name) => name !== "");

/** @param topicId of items that name no topic */
export function rowsOf(
  brought: readonly Brought[],
  topicId: string | null,
  known: { readonly topics: readonly Topic[]; readonly standards: readonly Standard[] },
): Row[] {
  const topics = new Map(known.topics.map((topic) => [foldedText(topic.name), topic.id]));
  const topicOf = (written: string) =>
    topics.get(foldedText(written)) ?? topics.get(foldedText(topicPath(written).at(-1) ?? ""));
  const standards = new Map(known.standards.map((standard) => [foldedText(standard.code), standard.id]));
  interface Earlier {
    readonly content: Content;
    readonly asked: ReturnType<typeof askedIn>;
    readonly telling: readonly string[];
    readonly key: string;
    readonly place: string;
    readonly family: string | undefined;
  }
  const earlier: Earlier[] = [];
  const seen = new Map<string, number>();
  return brought.map(({ content, place, topic, standards: codes, about, notes }) => {
    const named = topic === null ? topicId : (topicOf(topic) ?? null);
    const strange = codes.filter((code) => !standards.has(foldedText(code)));
    const asked = askedIn(content);
    const telling = tellingWords(asked);
    const { family } = about;
    // Keys of a paper differ in nothing but their numbers.
    const alike =
      content.kind === "keyOnly"
        ? []
        : earlier.filter(
            (one) =>
              one.telling.filter((word) => telling.includes(word)).length >= 2 &&
              itemLikeness(one.asked, asked) >= veryLike,
          );
    // Of several that are like it the one that is the same says most.
    const like =
      alike.find((one) => relationOf(one.content, content) === "same") ??
      earlier.find((one) => family !== undefined && one.family === family) ??
      alike[0];
    const times = seen.get(asked.all) ?? 0;
    seen.set(asked.all, times + 1);
    const key = `${asked.all} ${times}`;
    earlier.push({ content, asked, telling, key, place, family });
    return {
      key,
      place,
      content,
      topicId: named,
      unknownTopic: topic !== null && topicOf(topic) === undefined ? topic : null,
      standardIds: [...new Set(codes.flatMap((code) => standards.get(foldedText(code)) ?? []))],
      about,
      missing: [
        ...faultsOf(content).map(faultInWords),
        ...("options" in content && content.options.length > limits.options
          ? [t("At most {{options}} options.", { options: limits.options })]
          : []),
        ...(named === null && topic === null ? [t("Choose a topic.")] : []),
        ...(topic !== null && topicOf(topic) === undefined ? [t("There is no topic “{{topic}}”.", { topic })] : []),
        ...strange.map((code) => t("There is no standard “{{code}}”.", { code })),
      ],
      findings: [...notes, ...check(content).map((finding) => findingInWords(finding).text)],
      earlier: like ? { key: like.key, place: like.place, relation: relationOf(like.content, content) } : null,
    };
  });
}
