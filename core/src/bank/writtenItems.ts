/** Items as plain text in the notation of pasted items: all questions first, then key and explanations. Described in docs/paste.md. */
import { writePassage } from "../items/fillGaps.ts";
import type { Content, KindName } from "../items/kinds.ts";
import { mediaIn, plainText, type RichText } from "../richText.ts";
import { notationOfWord, type WordBlock } from "./wordFile.ts";
import { keyHeading, onlySeen, readPastedItems, type PastedItem } from "./pastedItems.ts";

export interface ItemToWrite {
  /** How it is called where it is left out. */
  readonly name: string;
  readonly topic: string | null;
  readonly standards: readonly string[];
  readonly use: "practice" | "reserved";
  readonly content: Content;
}

export interface WrittenLine {
  readonly is: "heading" | "question" | "option" | "line" | "key" | "seen";
  readonly text: string;
}

export interface WrittenItems {
  /** In order; an empty line stands before each heading, question and key. */
  readonly lines: readonly WrittenLine[];
  /** As many questions as there are in it. */
  readonly written: number;
  /** What the notation cannot say, and why: the kind has none, its words would be read as something else, or it is full. */
  readonly left: readonly { readonly name: string; readonly kind: KindName; readonly why: "kind" | "words" | "full" }[];
  /** Those without the pictures or recordings that belong to them, by their number in the text. */
  readonly withoutMedia: readonly number[];
}

/** Numbers of questions have three digits at most: a fourth might be a year. */
const most = 999;
const letters = "abcdefgh";
const gapToSee = "________";

/**
 * Writes items so that {@link readPastedItems} reads the same questions, keys, reasons, explanations, next steps, topics,
 * standards and use again; what would be read otherwise is left out and named. Formatting, wrong ideas, how near a
 * number must be, and pictures are not in it.
 *
 * @example textOf(writeItems([item]).lines) // "## Meanders\n\n1. What widens a meander?\na) …"
 */
export function writeItems(items: readonly ItemToWrite[]): WrittenItems {
  const left: { name: string; kind: KindName; why: "kind" | "words" | "full" }[] = [];
  const usable = items.flatMap((item) => {
    const part = partOf(item);
    const why = part === null ? ("kind" as const) : isReadAgain(item, part) ? null : ("words" as const);
    if (part !== null && why === null) return [{ item, part }];
    left.push({ name: item.name, kind: item.content.kind, why: why ?? "words" });
    return [];
  });
  // Without a topic first: a heading holds for all that follow it.
  const topics = [...new Set(usable.map(({ item }) => item.topic))].sort(
    (a, b) => Number(a !== null) - Number(b !== null),
  );
  const inOrder = topics.flatMap((topic) => usable.filter(({ item }) => item.topic === topic));
  for (const { item } of inOrder.slice(most)) left.push({ name: item.name, kind: item.content.kind, why: "full" });
  const written = inOrder.slice(0, most);
  const questions = written.flatMap(({ item, part }, i) => [
    ...(item.topic !== null && item.topic !== written[i - 1]?.item.topic ? [heading(item.topic)] : []),
    ...questionLines(i + 1, item, part),
  ]);
  const keys = written.flatMap(({ part }, i) => keyLines(i + 1, part));
  return {
    lines: [...questions, ...(keys.length > 0 ? [heading(keyHeading), ...keys] : [])],
    written: written.length,
    left,
    withoutMedia: written.flatMap(({ item }, i) => (hasMedia(item.content) ? [i + 1] : [])),
  };
}

/** The text of a file. */
export const textOf = (lines: readonly WrittenLine[]): string =>
  lines
    .map(({ is, text }, i) => `${i > 0 && (is === "heading" || is === "question" || is === "key") ? "\n" : ""}${text}`)
    .join("\n");

/** The paragraphs of a word-processor file with these lines: a heading is one by its style, without its mark. */
export const blocksOf = (lines: readonly WrittenLine[]): WordBlock[] =>
  lines.map(({ is, text }) => ({
    ...{ kind: "paragraph", level: null, isMarked: false, pictures: 0, isHeading: is === "heading" },
    text: is === "heading" ? text.slice(headingMark.length) : text,
  }));

const headingMark = "## ";
const heading = (text: string): WrittenLine => ({ is: "heading", text: `${headingMark}${text}` });
const oneLine = (words: string) => words.replaceAll(/\s+/g, " ").trim();
const isWords = ({ type }: RichText["content"][number]) => type !== "image" && type !== "audio" && type !== "video";

/** Its paragraphs as lines; what is to be seen or heard is not in them. */
const linesOf = (text: RichText): string[] =>
  text.content
    .filter(isWords)
    .map((block) => plainText({ type: "richText", content: [block] }))
    .filter((line) => line !== "");
const wordsOf = (text: RichText | undefined): string => (text ? linesOf(text).join(" ") : "");

const hasMedia = (content: Content): boolean =>
  [content.stem, ...("options" in content ? content.options.map((one) => one.text) : [])].some(
    (text) => mediaIn(text).length > 0,
  );

interface Part {
  readonly options: readonly string[];
  /** To be looked at below the question: what there is to choose from or to fill in. */
  readonly seen: readonly string[];
  /** What makes the key; the first stands beside the number. */
  readonly key: readonly string[];
  /** Reasons of options, explanation, next step, standards and use. */
  readonly about: readonly string[];
}

/** Null for kinds that the notation has no words for. */
function partOf({ content, standards, use }: ItemToWrite): Part | null {
  const asked = askedFor(content);
  if (asked === null) return null;
  const reasons =
    content.kind === "oneRightAnswer" || content.kind === "severalRightAnswers"
      ? content.options.flatMap(({ rationale }, i) => {
          const words = wordsOf(rationale);
          return words === "" ? [] : [`${letters[i] ?? ""}) -- ${words}`];
        })
      : [];
  const labelled = (label: string, words: string) => (words === "" ? [] : [`${label}: ${words}`]);
  return {
    ...asked,
    about: [
      ...reasons,
      ...labelled("Why", wordsOf(content.explanation)),
      ...labelled("Next", wordsOf(content.nextStep)),
      ...labelled("Standards", standards.join(", ")),
      ...labelled("Use", use === "reserved" ? "reserved" : ""),
    ],
  };
}

function askedFor(content: Content): Omit<Part, "about"> | null {
  const inABox = (words: readonly string[]) => [...words].sort((a, b) => a.localeCompare(b, "en")).join("; ");
  switch (content.kind) {
    case "oneRightAnswer":
    case "severalRightAnswers": {
      if (content.options.length > letters.length) return null;
      const keys = content.options.flatMap((option, i) => (option.isKey ? [letters[i] ?? ""] : []));
      const options = content.options.map((option, i) => `${letters[i] ?? ""}) ${wordsOf(option.text)}`);
      return { options, seen: [], key: [`Answer: ${keys.join(", ")}`] };
    }
    case "optionSet": {
      const words = content.options.map((option) => wordsOf(option.text));
      const key = content.options.findIndex((option) => option.isKey);
      return { options: [], seen: [words.join(" / ")], key: [`Answer: ${words[key] ?? ""}`] };
    }
    case "shortText":
      return {
        options: [],
        seen: [gapToSee],
        key: [`Answer: ${content.accepted.map((one) => one.text).join(" / ")}`],
      };
    case "numeric":
      return {
        options: [],
        seen: [oneLine(`${gapToSee} ${content.unit}`)],
        key: [`Answer: ${oneLine(`${String(content.value)} ${content.unit}`)}`],
      };
    case "order": {
      const steps = content.steps.map((step) => wordsOf(step.text));
      return { options: [], seen: [inABox(steps)], key: [`Answer: ${steps.join(" > ")}`] };
    }
    case "match": {
      const rights = new Map(content.rights.map((one) => [one.id, one.text]));
      return {
        options: [],
        seen: [...content.pairs.map((one) => `${wordsOf(one.left)}: ${gapToSee}`), inABox([...rights.values()])],
        key: content.pairs.map((one) => `${wordsOf(one.left)} = ${rights.get(one.rightId) ?? ""}`),
      };
    }
    case "fillGaps":
      return {
        options: [],
        seen: content.passage
          .map((part) =>
            part.type === "text"
              ? part.text
              : part.choices.length > 0
                ? `${gapToSee} (${inABox(part.choices)})`
                : gapToSee,
          )
          .join("")
          .split("\n"),
        key: writePassage(content.passage).split("\n"),
      };
    default:
      return null;
  }
}

function questionLines(number: number, { content }: ItemToWrite, { options, seen }: Part): WrittenLine[] {
  const [first = "", ...rest] = linesOf(content.stem);
  return [
    { is: "question", text: `${number}. ${first}` },
    ...rest.map((text): WrittenLine => ({ is: "line", text })),
    ...options.map((text): WrittenLine => ({ is: "option", text })),
    ...seen.filter((text) => text !== "").map((text): WrittenLine => ({ is: "seen", text: `${onlySeen} ${text}` })),
  ];
}

const keyLines = (number: number, { key: [first = "", ...rest], about }: Part): WrittenLine[] => [
  { is: "key", text: `${number}. ${first}` },
  ...[...rest, ...about].map((text): WrittenLine => ({ is: "line", text })),
];

/** Whether all that it says is read again as it was meant, from a text and from a word-processor file. */
function isReadAgain(item: ItemToWrite, part: Part): boolean {
  // A number that hardly begins a line of its own words, which in a whole text would belong to another question.
  const number = most;
  const lines = [
    ...(item.topic === null ? [] : [heading(item.topic)]),
    ...questionLines(number, item, part),
    heading(keyHeading),
    ...keyLines(number, part),
  ];
  const meant = JSON.stringify(saidBy({ ...item, line: 1, about: { use: item.use } }));
  return [textOf(lines), notationOfWord(blocksOf(lines)).text].every((text) => {
    let ids = 0;
    const { items, findings } = readPastedItems(text, () => `id${ids++}`);
    const [read] = items;
    return items.length === 1 && findings.length === 0 && read !== undefined && JSON.stringify(saidBy(read)) === meant;
  });
}

/** What an item says, in plain words: what has to be the same when it is read again. */
function saidBy({ content, topic, standards, about }: PastedItem): unknown {
  return {
    ...{ kind: content.kind, topic: topic === null ? null : oneLine(topic), standards, use: about?.use ?? "practice" },
    ...{ stem: wordsOf(content.stem), why: wordsOf(content.explanation), next: wordsOf(content.nextStep) },
    said: saidByKind(content),
  };
}

function saidByKind(content: Content): unknown {
  switch (content.kind) {
    case "oneRightAnswer":
    case "severalRightAnswers":
      return content.options.map(({ text, isKey, rationale }) => [wordsOf(text), isKey, wordsOf(rationale)]);
    case "optionSet":
      return [content.setName, ...content.options.map(({ text, isKey }) => [wordsOf(text), isKey])];
    case "shortText":
      return content.accepted.map((one) => oneLine(one.text));
    case "numeric":
      return [content.value, oneLine(content.unit)];
    case "order":
      return content.steps.map((step) => wordsOf(step.text));
    case "match": {
      const rights = new Map(content.rights.map((one) => [one.id, oneLine(one.text)]));
      return [content.pairs.map((one) => [wordsOf(one.left), rights.get(one.rightId)]), [...rights.values()].sort()];
    }
    case "fillGaps":
      return content.passage.map((part) =>
        part.type === "text" ? part.text.replaceAll(/[ \t]+/g, " ") : [part.accepted, part.choices],
      );
    default:
      return null;
  }
}
