/** A table as departments keep it, with their own headings, becomes items: which column is what is guessed, then said. */

import { foldedText } from "../foldedText.ts";
import { contentOfDraft, type Draft, type PastedItem } from "./pastedItems.ts";

/** What a column holds. Several columns may be options; of all others the first counts. */
export const columnRoles = ["question", "option", "key", "why", "next", "topic", "standards", "nothing"] as const;
export type ColumnRole = (typeof columnRoles)[number];

/** Rows of cells as they are shown in the sheet; rows may differ in length. */
export type Cells = readonly (readonly string[])[];

export interface Mapping {
  /** The row of the headings, counted from 0; -1: there are none. */
  readonly headings: number;
  /** By column, from the left. */
  readonly roles: readonly ColumnRole[];
}

const names: readonly (readonly [ColumnRole, RegExp])[] = [
  [
    "option",
    /^(option|choice|answer|distractor|response|wrong( answer)?)? ?[a-h1-8]$|^(options?|distractors?|wrong answers?)$/,
  ],
  [
    "key",
    /^(key|correct|right|solution|correct (answer|option|choice|letter)s?|right (answer|option|letter)s?|answer|answers|answer key)$/,
  ],
  ["question", /^(question|questions|question text|stem|item|text|prompt|wording|task)$/],
  ["why", /^(why|explanation|reason|rationale|feedback|comment|notes?)$/],
  ["next", /^(next|next steps?|what to do|follow up)$/],
  ["topic", /^(topic|topics|unit|theme|chapter|area)$/],
  ["standards", /^(standards?|codes?|standard codes?|objectives?|outcomes?|spec(ification)? (ref|reference|point)s?)$/],
];

const roleOf = (heading: string): ColumnRole => {
  const folded = foldedText(heading)
    .replaceAll(/[^a-z0-9 ]/g, "")
    .trim();
  return names.find(([, pattern]) => pattern.test(folded))?.[0] ?? "nothing";
};

/** Rows in which headings are looked for; titles may stand above them. */
const searched = 20;

/**
 * Guesses which row holds the headings and what each column is: the first row that names a question and an answer. Without
 * one, the columns are taken in their order: question, options, and the key last.
 *
 * @example guessMapping([["Rivers, May"], ["Question", "A", "B", "Correct"]]) // headings 1, question option option key
 */
export function guessMapping(cells: Cells): Mapping {
  const width = Math.max(0, ...cells.map((row) => row.length));
  const headings = cells.slice(0, searched).findIndex((row) => {
    const roles = row.map(roleOf);
    return roles.includes("question") && (roles.includes("key") || roles.includes("option"));
  });
  if (headings >= 0) {
    const roles = Array.from({ length: width }, (_, i) => roleOf(cells[headings]?.[i] ?? ""));
    return { headings, roles: roles.map((role, i) => (isRepeated(roles, i) ? "nothing" : role)) };
  }
  const last = width - 1;
  const inOrder = (i: number): ColumnRole => (i === 0 ? "question" : i === last ? "key" : "option");
  return { headings: -1, roles: Array.from({ length: width }, (_, i) => inOrder(i)) };
}

const isRepeated = (roles: readonly ColumnRole[], i: number) =>
  roles[i] !== "option" && roles[i] !== "nothing" && roles.indexOf(roles[i] ?? "nothing") < i;

/** What a table is recognised by when its like is brought again: its headings. */
export const signatureOf = (cells: Cells, { headings, roles }: Mapping): string =>
  roles.map((_, i) => foldedText(cells[headings]?.[i] ?? "")).join("|");

export interface WorkbookItems {
  readonly items: readonly PastedItem[];
  readonly findings: readonly { readonly line: number; readonly text: string }[];
}

/**
 * The items of a table; `line` is the row as the sheet numbers it. The key may be a letter, a number or the right words
 * themselves, several of them with commas or semicolons between; words are looked for first, since an option may itself
 * be a number. Empty rows mean nothing; a row without a question is said.
 *
 * @param newId makes ids of options
 */
export function readWorkbook(cells: Cells, { headings, roles }: Mapping, newId: () => string): WorkbookItems {
  const items: PastedItem[] = [];
  const findings: { line: number; text: string }[] = [];
  cells.forEach((row, index) => {
    const line = index + 1;
    if (index <= headings || row.every((cell) => cell.trim() === "")) return;
    const of = (role: ColumnRole) =>
      roles.flatMap((one, i) => (one === role && (row[i] ?? "").trim() !== "" ? [(row[i] ?? "").trim()] : []));
    const [question] = of("question");
    if (question === undefined) {
      findings.push({ line, text: "This row has no question." });
      return;
    }
    const [key = null] = of("key");
    const options = of("option").map((text) => ({ text, reason: null, isKey: false }));
    const keyed = key === null || options.length === 0 ? new Set<number>() : placesOf(key, options);
    if (key !== null && options.length > 0 && keyed.size === 0) {
      findings.push({ line, text: `“${key}” is none of the options.` });
      return;
    }
    const draft: Draft = {
      line,
      topic: of("topic")[0] ?? null,
      standards: (of("standards")[0] ?? "").split(/[\s,;]+/).filter((code) => code !== ""),
      stem: question.split("\n"),
      options: options.map((option, i) => ({ ...option, isKey: keyed.has(i) })),
      answer: options.length === 0 ? key : null,
      why: of("why")[0] ?? null,
      next: of("next")[0] ?? null,
    };
    const content = contentOfDraft(draft, newId);
    if (typeof content === "string") findings.push({ line, text: content });
    else items.push({ content, line, topic: draft.topic, standards: draft.standards });
  });
  return { items, findings };
}

/** Places of the options that a key names; empty when a part of it names none. */
function placesOf(key: string, options: readonly { readonly text: string }[]): Set<number> {
  const folded = options.map((option) => foldedText(option.text));
  const whole = folded.indexOf(foldedText(key));
  if (whole >= 0) return new Set([whole]);
  const parts = /^[a-h]{2,8}$/i.test(key) ? key.split("") : key.split(/\s*(?:[,;&/]|\band\b)\s*/i);
  const places = parts.map((part) => {
    const word = foldedText(part)
      .replaceAll(/[().:]/g, "")
      .replace(/^option /, "");
    const [byWord, byLetter] = [folded.indexOf(foldedText(part)), /^[a-h]$/.test(word) ? word.charCodeAt(0) - 97 : -1];
    const byNumber = /^[1-8]$/.test(word) ? Number(word) - 1 : -1;
    return byWord >= 0 ? byWord : Math.max(byLetter, byNumber);
  });
  return places.every((place) => place >= 0 && place < options.length) ? new Set(places) : new Set();
}
