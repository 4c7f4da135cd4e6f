/** A table as departments keep it, with their own headings, becomes items: which column is what is guessed, then said. */

import { foldedText } from "../foldedText.ts";
import { arrivalNote, type ArrivalNote, type LineNote } from "./arrivalNotes.ts";
import { contentOfDraft, keyNotes, type AboutItem, type Draft, type PastedItem } from "./pastedItems.ts";

/** What a column holds. Several columns may be options, or reasons of options; of all others the first counts. */
export const columnRoles = [
  ...(["question", "option", "key", "reason", "why", "next", "topic", "standards"] as const),
  ...(["label", "use", "demand", "family", "seconds", "points", "difficulty", "nothing"] as const),
] as const;
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
  [
    "reason",
    /^(reason|rationale|feedback|why|explanation|comment)( for| of)?( option| choice| answer)? ?[a-h1-8]$|^(reasons?|rationales?)( per| for each)? option$/,
  ],
  ["use", /^(use|reserved|secure|kept for tests?|tests? only|practice or tests?|exam only)$/],
  ["demand", /^(demand|cognitive demand|thinking|recall apply reason)$/],
  ["family", /^(family|variant of|look alikes?|variants?)$/],
  ["seconds", /^(seconds|expected seconds|time in seconds|time s)$/],
  ["points", /^(points?|marks?|worth)$/],
  ["difficulty", /^(difficulty|level|how hard)$/],
  ["label", /^(label|short name|title|name)$/],
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

/** Characters of one cell. */
const longestCell = 5000;

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

const mayRepeat: readonly ColumnRole[] = ["option", "reason", "nothing"];
const isRepeated = (roles: readonly ColumnRole[], i: number) =>
  !mayRepeat.includes(roles[i] ?? "nothing") && roles.indexOf(roles[i] ?? "nothing") < i;

/** Columns that hold something and are taken for nothing: what is left out is said. */
export function columnsLeftOut(cells: Cells, { headings, roles }: Mapping): ArrivalNote[] {
  return roles.flatMap((role, i) => {
    const filled = cells.slice(headings + 1).filter((row) => (row[i] ?? "").trim() !== "").length;
    if (role !== "nothing" || filled === 0) return [];
    const name = (cells[headings]?.[i] ?? "").trim();
    const known = headings < 0 ? "nothing" : roleOf(name);
    const first = known === "nothing" ? -1 : roles.indexOf(known);
    const called = { column: name, number: i + 1 };
    return [
      first >= 0
        ? arrivalNote("columnTakenBefore", { ...called, first: (cells[headings]?.[first] ?? "").trim() })
        : arrivalNote("columnUnused", { ...called, rows: filled }),
    ];
  });
}

/** What a table is recognised by when its like is brought again: its headings. */
export const signatureOf = (cells: Cells, { headings, roles }: Mapping): string =>
  roles.map((_, i) => foldedText(cells[headings]?.[i] ?? "")).join("|");

export interface WorkbookItems {
  readonly items: readonly PastedItem[];
  readonly findings: readonly LineNote[];
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
  const findings: LineNote[] = [];
  cells.forEach((written, index) => {
    const line = index + 1;
    if (index <= headings) return;
    // Runs of spaces mean nothing, and patterns that search through them would take ages.
    const row = written.map((cell) => cell.replaceAll(/[^\S\n]+/g, " ").replaceAll(/ ?\n ?/g, "\n"));
    if (row.some((cell) => cell.length > longestCell)) {
      findings.push({ line, ...arrivalNote("cellTooLong", { most: longestCell }) });
      return;
    }
    if (row.every((cell) => cell.trim() === "")) return;
    const of = (role: ColumnRole) =>
      roles.flatMap((one, i) => (one === role && (row[i] ?? "").trim() !== "" ? [(row[i] ?? "").trim()] : []));
    const [question] = of("question");
    if (question === undefined) {
      findings.push({ line, ...arrivalNote("questionMissing", {}) });
      return;
    }
    const [key = null] = of("key");
    // By column, empty ones too: the key's letter names the column.
    const inColumns = roles.flatMap((role, i) => (role === "option" ? [(row[i] ?? "").trim()] : []));
    const reasons = roles.flatMap((role, i) => (role === "reason" ? [(row[i] ?? "").trim()] : []));
    const hasOptions = inColumns.some((text) => text !== "");
    const keyed = key === null || !hasOptions ? new Set<number>() : placesOf(key, inColumns);
    if (key !== null && hasOptions && keyed.size === 0) {
      findings.push({ line, ...arrivalNote("keyNoOption", { key }) });
      return;
    }
    const { about, notes } = aboutOf((role) => of(role)[0]);
    const draft: Draft = {
      line,
      topic: of("topic")[0] ?? null,
      standards: (of("standards")[0] ?? "").split(/[\s,;]+/).filter((code) => code !== ""),
      stem: question.split("\n"),
      options: inColumns.flatMap((text, i) =>
        text === "" ? [] : [{ text, reason: reasons[i] || null, isKey: keyed.has(i) }],
      ),
      answer: hasOptions ? null : key,
      why: of("why")[0] ?? null,
      next: of("next")[0] ?? null,
    };
    const content = contentOfDraft(draft, newId);
    if ("code" in content) findings.push({ line, ...content });
    else {
      const { topic, standards } = draft;
      items.push({ content, line, topic, standards, about, notes: [...keyNotes(content), ...notes] });
    }
  });
  return { items, findings };
}

/** What a row says of its item besides the content; what cannot be read is said, and then assumed. */
function aboutOf(cellOf: (role: ColumnRole) => string | undefined): { about: AboutItem; notes: ArrivalNote[] } {
  const notes: ArrivalNote[] = [];
  const about: Record<string, string | number> = {};
  const take = <T extends string | number>(
    role: ColumnRole,
    name: keyof AboutItem,
    read: (text: string) => T | null,
  ) => {
    const cell = cellOf(role);
    if (cell === undefined) return;
    const value = read(cell);
    if (value === null) notes.push(arrivalNote("cellNotUnderstood", { cell, column: role }));
    else about[name] = value;
  };
  const whole = (least: number, most: number) => (text: string) => {
    const n = Number(text.replace(",", "."));
    return Number.isFinite(n) && n >= least && n <= most ? Math.round(n) : null;
  };
  take("label", "label", (text) => text.slice(0, 120));
  take("use", "use", readUse);
  take("demand", "demand", readDemand);
  take("family", "family", (text) => text);
  take("seconds", "expectedSeconds", whole(5, 3600));
  take("points", "points", (text) => {
    const n = Number(text.replace(",", "."));
    return n >= 0 && n <= 100 && n * 4 === Math.round(n * 4) ? n : null;
  });
  take("difficulty", "writerDifficulty", readDifficulty);
  return { about, notes };
}

/** What somebody calls the use of an item; null: not understood. */
export function readUse(text: string): "practice" | "reserved" | null {
  if (/^(reserved?|tests?|exams?|secure|kept|yes|y|true|x|1)\b/i.test(text)) return "reserved";
  return /^(practi[cs]e|no|n|false|0|open|free)\b/i.test(text) ? "practice" : null;
}

/** What somebody calls the demand of an item; null: not understood. */
export function readDemand(text: string): "recall" | "apply" | "reason" | null {
  const word = text.toLowerCase();
  if (/^(recall|know|remember)/.test(word)) return "recall";
  if (/^(apply|application|use|understand)/.test(word)) return "apply";
  return /^(reason|analy|evaluat|create)/.test(word) ? "reason" : null;
}

/** A difficulty in [1, 5], as a number or in words; null: not understood. */
export function readDifficulty(text: string): number | null {
  const words = ["very easy", "easy", "medium", "hard", "very hard"];
  const at = words.indexOf(text.toLowerCase().replace("difficult", "hard").replace("middle", "medium"));
  const n = at >= 0 ? at + 1 : Number(text);
  return Number.isInteger(n) && n >= 1 && n <= 5 ? n : null;
}

/** Places of the options that a key names; empty when a part of it names none. */
function placesOf(key: string, options: readonly string[]): Set<number> {
  const folded = options.map((option) => foldedText(option));
  const whole = folded.indexOf(foldedText(key));
  if (whole >= 0) return new Set([whole]);
  const parts = /^[a-h]{2,8}$/i.test(key) ? key.split("") : key.split(/\s*(?:[,;&/|]|\band\b)\s*/i);
  const places = parts.map((part) => {
    const word = foldedText(part)
      .replaceAll(/[().:]/g, "")
      .replace(/^option /, "");
    const [byWord, byLetter] = [folded.indexOf(foldedText(part)), /^[a-h]$/.test(word) ? word.charCodeAt(0) - 97 : -1];
    const byNumber = /^[1-8]$/.test(word) ? Number(word) - 1 : -1;
    return byWord >= 0 ? byWord : Math.max(byLetter, byNumber);
  });
  return places.every((place) => (options[place] ?? "") !== "") ? new Set(places) : new Set();
}
