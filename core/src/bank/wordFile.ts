/** A word-processor file of questions becomes text in the notation of pasted items, to be looked over like any other. */

import { kindOf, type Content } from "../items/kinds.ts";
import { arrivalNote, type ArrivalNote } from "./arrivalNotes.ts";
import { onlySeen } from "./pastedItems.ts";
import { plainText, richTextOf, type Block, type Image } from "../richText.ts";

/** A paragraph or table as it stands in the file. */
export type WordBlock =
  | {
      readonly kind: "paragraph";
      readonly text: string;
      readonly isHeading: boolean;
      /** Depth in a numbered or bulleted list, from 0; null: in none. */
      readonly level: number | null;
      /** All of its words are bold, underlined or highlighted. */
      readonly isMarked: boolean;
      /** Pictures that stand in it; counted from 1 through all paragraphs they are the pictures of the file. */
      readonly pictures: number;
    }
  | { readonly kind: "table"; readonly rows: readonly (readonly string[])[] };

export interface WordText {
  readonly text: string;
  readonly findings: readonly ArrivalNote[];
}

interface Question {
  readonly number: number;
  readonly lines: string[];
  readonly options: { text: string; isMarked: boolean }[];
}

const typedOption = /^\s*(\*?)\s*\(?([A-Ha-h])[.):]\s+(.+)$/;
const typedQuestion = /^\s*(\d{1,3})\s*[.):]\s+(.+)$/;
const keyPair = /(\d{1,3})\s*[.):=-]?\s*([A-Ha-h])\b/g;

/**
 * Questions are numbered, by the file or by hand; options lie a level deeper, or follow what looks like a question, or are
 * lettered by hand. The key is the option that stands out from the others (bold, underlined, highlighted), a star, or a
 * table or line of numbers and letters at the end ("1 B, 2 C").
 *
 * @example notationOfWord([question, option, markedOption]).text // "1. What?\na) no\n*b) yes"
 */
export function notationOfWord(blocks: readonly WordBlock[]): WordText {
  const parts: (Question | string)[] = [];
  const findings = new Map<string, ArrivalNote>();
  const say = (note: ArrivalNote) => findings.set(JSON.stringify(note), note);
  const answers = new Map<number, string>();
  const hasDepth = blocks.some((block) => block.kind === "paragraph" && (block.level ?? 0) > 0);
  let current: Question | undefined;
  let count = 0;
  const begin = (text: string, number = count + 1) => {
    count = number;
    current = { number, lines: [text], options: [] };
    parts.push(current);
  };
  let pictures = 0;
  for (const block of blocks) {
    if (block.kind === "table") {
      const key = keyOfTable(block.rows);
      for (const [number, letter] of key) answers.set(number, letter);
      if (key.size === 0) {
        const lines = block.rows.map((row) => row.join("   "));
        if (current) {
          current.lines.push(...lines);
          say(arrivalNote("tableAsText", { question: current.number }));
        } else parts.push(lines.join("\n"));
      }
      continue;
    }
    const marks = Array.from({ length: block.pictures }, (_, i) => pictureMark(pictures + i + 1)).join(" ");
    pictures += block.pictures;
    const words = block.text.trim();
    if (words === "" && marks !== "" && !current) say(arrivalNote("pictureBefore", {}));
    if (words === "" && marks !== "") current?.lines.push(marks);
    if (words === "" || (words.startsWith(onlySeen) && !block.isHeading)) continue;
    const text = marks === "" ? words : `${words} ${marks}`;
    const listed = [...text.matchAll(keyPair)];
    if (/^(answers?|keys?|answer key|solutions?)\b/i.test(text) && listed.length >= 2) {
      for (const [, number, letter = ""] of listed) answers.set(Number(number), letter);
      continue;
    }
    const [, star = "", , optionWords] = typedOption.exec(text) ?? [];
    const [, number, questionWords] = typedQuestion.exec(text) ?? [];
    if (block.isHeading) {
      current = undefined;
      parts.push(`## ${text}`);
    } else if (block.level !== null && (hasDepth ? block.level > 0 : current !== undefined && asks(current))) {
      current?.options.push({ text, isMarked: block.isMarked });
    } else if (block.level !== null) begin(text);
    else if (optionWords !== undefined && current) {
      current.options.push({ text: optionWords, isMarked: block.isMarked || star === "*" });
    } else if (questionWords !== undefined) begin(questionWords, Number(number));
    else if (current && current.options.length === 0) current.lines.push(text);
    else if (current && /^\w+( \w+)?\s*:/.test(text)) current.lines.push(text);
    else begin(text);
  }
  const text = parts.map((part) => (typeof part === "string" ? part : written(part, answers.get(part.number))));
  return { text: text.join("\n\n"), findings: [...findings.values()] };
}

/** What stands for a picture of the file in the text. */
const pictureMark = (n: number) => `{picture ${n}}`;

/** The content with the pictures in place of what stands for them; a number that has no picture stays as it is written. */
export function withPictures(content: Content, pictures: ReadonlyMap<number, Image>): Content {
  if (pictures.size === 0) return content;
  return kindOf(content).mapTexts(content, (text) => ({
    ...text,
    content: text.content.flatMap((block): Block[] => {
      const words = plainText({ type: "richText", content: [block] });
      const found = [...words.matchAll(/\{picture (\d{1,3})\}/g)].flatMap(([, n]) => pictures.get(Number(n)) ?? []);
      if (block.type !== "paragraph" || found.length === 0) return [block];
      const rest = words
        .replaceAll(/\{picture (\d{1,3})\}/g, (mark, n) => (pictures.has(Number(n)) ? "" : mark))
        .trim();
      return [...(rest === "" ? [] : richTextOf(rest).content), ...found];
    }),
  }));
}

/** Whether a list below this is its options rather than more questions. */
const asks = ({ lines }: Question) => /[?:…_]\s*$|\.\.\.\s*$/.test(lines[0] ?? "");

function written({ number, lines, options }: Question, answer: string | undefined): string {
  const [first = "", ...rest] = lines;
  const labelled = rest.filter((line) => /^(answer|key|why|because|reason|next|standards?)\b.*:/i.test(line));
  const stem = [first, ...rest.filter((line) => !labelled.includes(line))];
  // Where all stand out, none does.
  const marks = options.filter((option) => option.isMarked).length;
  const isKey = (option: (typeof options)[number]) => option.isMarked && marks < options.length;
  return [
    `${number}. ${stem.join("\n")}`,
    ...options.map((option, i) => `${isKey(option) ? "*" : ""}${"abcdefgh"[i] ?? "h"}) ${option.text}`),
    ...labelled,
    ...(answer !== undefined && !options.some(isKey) ? [`Answer: ${answer}`] : []),
  ].join("\n");
}

/** The answers of a table of numbers and letters, upright or across; empty when it is none. */
function keyOfTable(rows: readonly (readonly string[])[]): Map<number, string> {
  const width = Math.max(0, ...rows.map((row) => row.length));
  const across = Array.from({ length: width }, (_, i) => rows.map((row) => row[i] ?? ""));
  for (const lines of [rows, across]) {
    const pairs = lines.flatMap((line) => {
      const [number, letter, ...more] = line.map((cell) => cell.trim()).filter((cell) => cell !== "");
      const isPair = /^\d{1,3}[.)]?$/.test(number ?? "") && /^[A-Ha-h]$/.test(letter ?? "") && more.length === 0;
      return isPair ? [[Number.parseInt(number ?? "", 10), letter ?? ""] as const] : [];
    });
    if (pairs.length > 0 && pairs.length >= lines.length - 1) return new Map(pairs);
  }
  return new Map();
}
