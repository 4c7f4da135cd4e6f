/** The columns of a table of items, and what the kinds of items are called in it. Described in docs/tables.md. */
import type { FileContent } from "@verdant/contract/exchange";
import { limits } from "@verdant/contract/wire";

export type Kind = FileContent["kind"];

/** Letters of options, and of the other parts of an answer that are listed. */
export const letters = Array.from({ length: limits.options }, (_, i) => "abcdefghijklmnopqrstuvwxyz".charAt(i));
/** So many are always there, however few an item has. */
const usual = 6;

const before = ["id", "kind", "title", "stem", "passage"] as const;
const lettered = ["option", "rationale", "misconception"] as const;
const after = [
  ...([
    "key",
    "points",
    "scoring",
    "pinned",
    "case_sensitive",
    "near_miss",
    "tolerance",
    "unit",
    "other_units",
  ] as const),
  ...(["wrong_answers", "first", "last", "option_set", "letters", "lines", "criteria", "shows_criteria"] as const),
  ...(["model_answer", "explanation", "next_step", "nearly", "topic", "standards", "use", "demand"] as const),
  ...(["difficulty", "expected_seconds", "tags", "family", "twin", "stimulus", "author", "licence", "status"] as const),
  ...(["lang", "as_exported"] as const),
] as const;
/** Columns that others write, which are read as ours. */
export const alsoRead = ["shuffle", "feedback_correct", "feedback_incorrect", "feedback_general"] as const;

export type Column =
  | (typeof before)[number]
  | (typeof after)[number]
  | (typeof alsoRead)[number]
  | `${(typeof lettered)[number]}_${string}`;

/** What a row says, by column; a column that the table has not is not there. */
export type Cells = Partial<Record<Column, string>>;

/** @param most options that any item of the table has */
export const columnsFor = (most: number): Column[] => [
  ...before,
  ...lettered.flatMap((one) => letters.slice(0, Math.max(usual, most)).map((letter) => `${one}_${letter}` as const)),
  ...after,
];

const known = new Set<string>([...columnsFor(letters.length), ...alsoRead]);

/** The column that a heading names, however it is written: "Option A" is `option_a`. */
export function columnOf(heading: string): Column | null {
  const name = heading
    .trim()
    .toLowerCase()
    .replaceAll(/[\s-]+/g, "_");
  return known.has(name) ? (name as Column) : null;
}

/** Where an item belongs, how it is used and what it is known by; everything else is what it asks and what is right. */
const aboutItem = new Set<Column>([
  ...([
    "id",
    "title",
    "points",
    "topic",
    "standards",
    "use",
    "demand",
    "difficulty",
    "expected_seconds",
    "tags",
  ] as const),
  ...(["family", "twin", "stimulus", "author", "licence", "status", "lang", "as_exported"] as const),
]);
export const isOfContent = (column: Column): boolean => !aboutItem.has(column);

export const kindNames: Readonly<Record<Kind, string>> = {
  oneRightAnswer: "single_choice",
  severalRightAnswers: "multiple_choice",
  optionSet: "option_set",
  shortText: "text_entry",
  numeric: "numeric",
  match: "match",
  order: "order",
  fillGaps: "cloze_choice",
  pointOnImage: "hotspot",
  keyOnly: "key_only",
  written: "extended_text",
  opinion: "opinion",
};

/** The kind of a row; "categorise" and "true_false" are other ways to write two of them. */
export function kindOf(name: string): Kind | "categorise" | "trueFalse" | null {
  const plain = name
    .trim()
    .toLowerCase()
    .replaceAll(/[\s-]+/g, "_");
  if (plain === "categorise") return "categorise";
  if (plain === "true_false") return "trueFalse";
  const [kind] = Object.entries(kindNames).find(([, called]) => called === plain) ?? [];
  return (kind as Kind | undefined) ?? null;
}
