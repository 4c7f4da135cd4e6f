/** Plain text from notes becomes items, in the notation that people type anyway. Described in docs/paste.md. */

import { arrivalNote, type ArrivalNote, type LineNote } from "./arrivalNotes.ts";
import { readPassage } from "../items/fillGaps.ts";
import type { Content } from "../items/kinds.ts";
import { readNumber } from "../items/numeric.ts";
import { startingSets } from "../items/optionSet.ts";
import { richTextOf } from "../richText.ts";

export interface PastedItem {
  readonly content: Content;
  /** Line of its stem, counted from 1. */
  readonly line: number;
  /** As written; null where no topic was named so far. */
  readonly topic: string | null;
  /** Codes of standards as written. */
  readonly standards: readonly string[];
  /** What else is said of it; what is not said is assumed. */
  readonly about?: AboutItem;
  /** What was understood in a way that its writer may not have meant. */
  readonly notes?: readonly ArrivalNote[];
}

/** What belongs to an item besides its content. */
export interface AboutItem {
  readonly label?: string;
  readonly use?: "practice" | "reserved";
  readonly demand?: "recall" | "apply" | "reason";
  readonly expectedSeconds?: number;
  readonly writerDifficulty?: number;
  readonly points?: number;
  /** Items that name the same family are variants of one another. */
  readonly family?: string;
}

export interface PastedItems {
  readonly items: readonly PastedItem[];
  readonly findings: readonly LineNote[];
}

/** A question as it was brought, before it is known what kind it is. */
export interface Draft {
  readonly line: number;
  /** As it was written; null where none was. */
  readonly number?: number | null;
  use?: "practice" | "reserved" | null;
  readonly topic: string | null;
  standards: readonly string[];
  readonly stem: string[];
  readonly options: { readonly text: string; reason: string | null; isKey: boolean }[];
  answer: string | null;
  why: string | null;
  next: string | null;
}

/** Characters. */
const longestLine = 5000;

const option = /^\s*(\*?)\s*\(?([A-Ha-h])[.):]\s+(.*?)\s*(\*|✓|\(right\))?\s*$/;
const numbered = /^\s*\d{1,3}\s*[.):]\s+/;
const pair = /^\s*(.+?)\s+(?:=|→|->)\s+(.+?)\s*$/;
const heading = /^\s*(?:#{1,3}\s+|topic\s*[:=]\s*)(.+?)\s*$/i;
const labelled = /^\s*(answer|key|ans|why|because|reason|next|next step|standards?)\s*[:=]\s*(.+?)\s*$/i;
const useLabel = /^\s*use\s*[:=]\s*(practice|reserved)\b/i;
/** What is only there to be looked at, as what there is to choose from. */
export const onlySeen = "¦";
/** The heading under which stands what belongs to the questions above it, by their numbers. */
export const keyHeading = "Key and explanations";

/**
 * Reads a block of text.
 *
 *     ## Meanders                      the topic of what follows
 *     1. Which process widens a meander?
 *     a) Deposition -- that narrows it
 *     *b) Erosion                      the mark stands before or after; "Answer: b" will do as well
 *     Why: the outer bank is worn away
 *     Standard: LG.1.3
 *
 * Without options, `Answer:` gives a word ("stack / a stack"), a number with its unit, true or false, or an order
 * ("crack > cave > arch"); lines "coal = fossil" make a match; square brackets in the text make gaps. A question begins
 * with a number or after an empty line. What cannot be used is said with its line; lines of over 5,000 characters are.
 * Under the heading "Key and explanations" stands, by the numbers of the questions above, what else belongs to them.
 *
 * @param newId makes ids of options
 */
export function readPastedItems(text: string, newId: () => string): PastedItems {
  const items: PastedItem[] = [];
  const findings: LineNote[] = [];
  // Runs of spaces mean nothing, and patterns that search through them would take ages.
  const lines = text.split(/\r?\n/).map((line) => line.trim().replaceAll(/\s+/g, " "));
  lines.forEach((line, i) => {
    if (line.length > longestLine) findings.push({ line: i + 1, ...arrivalNote("lineTooLong", {}) });
  });
  const { drafts, strange } = readDrafts(lines.map((line) => (line.length > longestLine ? "" : line)));
  findings.push(...strange.map((line) => ({ line, ...arrivalNote("numberUnknown", {}) })));
  for (const draft of drafts) {
    const { line, topic, standards, use } = draft;
    const made = contentOfDraft(draft, newId);
    if ("code" in made) findings.push({ line, ...made });
    else {
      const about = use === undefined || use === null ? {} : { about: { use } };
      items.push({ content: made, line, topic, standards, notes: keyNotes(made), ...about });
    }
  }
  return { items, findings };
}

/** Two keys where one was meant would make another kind of question, so it is said. */
export function keyNotes(content: Content): ArrivalNote[] {
  if (content.kind !== "severalRightAnswers") return [];
  const keys = content.options.filter((option) => option.isKey).length;
  return [arrivalNote("severalKeys", { keys })];
}

/** @returns also the lines under the key's heading that belong to no question */
function readDrafts(lines: readonly string[]): { drafts: Draft[]; strange: number[] } {
  const drafts: Draft[] = [];
  const strange: number[] = [];
  let isKey = false;
  let current: Draft | undefined;
  let topic: string | null = null;
  let standards: readonly string[] = [];
  lines.forEach((raw, index) => {
    if (raw === "") {
      current = undefined;
      return;
    }
    if (raw.startsWith(onlySeen)) return;
    const named = heading.exec(raw)?.[1];
    if (named?.toLowerCase() === keyHeading.toLowerCase()) {
      [isKey, current] = [true, undefined];
      return;
    }
    if (isKey && named === undefined) {
      const number = numbered.exec(raw)?.[0];
      if (number !== undefined) current = drafts.findLast((one) => one.number === Number.parseInt(number, 10));
      if (!current || !addToKey(current, raw.replace(numbered, ""))) strange.push(index + 1);
      return;
    }
    isKey = false;
    if (named !== undefined) {
      [topic, standards, current] = [named, [], undefined];
      return;
    }
    const [, label = "", value = ""] = labelled.exec(raw) ?? [];
    if (/^standard/i.test(label)) {
      if (current) current.standards = codesIn(value);
      else standards = codesIn(value);
      return;
    }
    // A label or an option after an empty line still belongs to the question above it.
    const latest = current ?? drafts.at(-1);
    const chosen = option.exec(raw);
    const use = useIn(raw);
    if (latest && use !== null) latest.use = use;
    else if (latest && label !== "") setLabelled(latest, label.toLowerCase(), value);
    else if (latest && chosen) {
      const [words = "", reason = null] = (chosen[3] ?? "").split(/\s+(?:--|—)\s+/, 2);
      const isKey = chosen[1] === "*" || chosen[4] !== undefined || / \*$/.test(words);
      latest.options.push({ text: words.replace(/ \*$/, ""), reason, isKey });
    } else if (!current || numbered.test(raw)) {
      const stem = [raw.replace(numbered, "").trim()];
      const none = { answer: null, why: null, next: null };
      const number = numbered.test(raw) ? Number.parseInt(raw, 10) : null;
      current = { line: index + 1, number, topic, standards, stem, options: [], ...none };
      drafts.push(current);
    } else current.stem.push(raw.trim());
  });
  return { drafts, strange };
}

const codesIn = (value: string) => value.split(/[\s,;]+/).filter((code) => code !== "");
const useIn = (line: string) => (useLabel.exec(line)?.[1]?.toLowerCase() ?? null) as Draft["use"] & (string | null);

/** What stands under the key's heading: false where it belongs to nothing. */
function addToKey(draft: Draft, said: string): boolean {
  const [, label = "", value = ""] = labelled.exec(said) ?? [];
  const [, , letter = "", words = ""] = option.exec(said) ?? [];
  const reasoned = draft.options["abcdefgh".indexOf(letter.toLowerCase())];
  const use = useIn(said);
  if (use !== null) draft.use = use;
  else if (/^standard/i.test(label)) draft.standards = codesIn(value);
  else if (label !== "") setLabelled(draft, label.toLowerCase(), value);
  else if (letter === "") draft.stem.push(said);
  else if (reasoned && words.startsWith("-- ")) reasoned.reason = words.slice(3);
  else return false;
  return true;
}

function setLabelled(draft: Draft, label: string, value: string): void {
  if (label === "why" || label === "because" || label === "reason") draft.why = value;
  else if (label.startsWith("next")) draft.next = value;
  else draft.answer = value;
}

/** The content, or why there is none. */
export function contentOfDraft(draft: Draft, newId: () => string): Content | ArrivalNote {
  const shared = {
    schemaVersion: 1 as const,
    stem: richTextOf(draft.stem.join("\n")),
    ...(draft.why !== null && { explanation: richTextOf(draft.why) }),
    ...(draft.next !== null && { nextStep: richTextOf(draft.next) }),
  };
  if (draft.options.length > 0) return withOptions(draft, shared, newId);
  if (draft.answer !== null) return withAnswer(draft.answer, shared, newId);
  const written = draft.stem.slice(1).flatMap((line) => {
    const [, left, right] = pair.exec(line) ?? [];
    return left === undefined || right === undefined ? [] : [{ line, left, right }];
  });
  if (written.length >= 2) {
    const stem = richTextOf(draft.stem.filter((line) => !written.some((one) => one.line === line)).join("\n"));
    const rights = [...new Set(written.map((one) => one.right))].map((text) => ({ id: newId(), text }));
    const pairs = written.map(({ left, right }) => {
      const rightId = rights.find((one) => one.text === right)?.id ?? "";
      return { id: newId(), left: richTextOf(left), rightId };
    });
    return { kind: "match", ...shared, stem, scoring: "partial", pairs, rights };
  }
  const gapped = draft.stem.filter((line) => /\[[^\]]+\]/.test(line));
  if (gapped.length > 0) {
    const rest = draft.stem.filter((line) => !gapped.includes(line));
    const stem = richTextOf(rest.length > 0 ? rest.join("\n") : "Fill the gaps.");
    const passage = readPassage(gapped.join("\n"), [], newId);
    return { kind: "fillGaps", ...shared, stem, scoring: "partial", passage, allowsNearMiss: false };
  }
  return arrivalNote("answerMissing", {});
}

type Shared = Pick<Content, "schemaVersion" | "stem" | "explanation" | "nextStep">;

function withOptions({ options: given, answer }: Draft, shared: Shared, newId: () => string): Content | ArrivalNote {
  const letters = new Set((answer ?? "").toLowerCase().match(/\b[a-h]\b/g) ?? []);
  const options = given.map(({ text, reason, isKey }, i) => ({
    id: newId(),
    text: richTextOf(text),
    isKey: isKey || letters.has("abcdefgh"[i] ?? "") || answer?.toLowerCase() === text.toLowerCase(),
    ...(reason !== null && { rationale: richTextOf(reason) }),
  }));
  const keys = options.filter((one) => one.isKey).length;
  if (options.length < 2) return arrivalNote("oneOption", {});
  if (keys === 0) return arrivalNote("keyMissing", {});
  return keys === 1
    ? { kind: "oneRightAnswer", ...shared, options }
    : { kind: "severalRightAnswers", ...shared, scoring: "partial", options };
}

/** Characters of a number with its unit. */
const longestNumber = 100;

function withAnswer(answer: string, shared: Shared, newId: () => string): Content {
  const steps = answer.split(/\s*>\s*/).filter((step) => step !== "");
  if (steps.length >= 3) {
    const inOrder = steps.map((text) => ({ id: newId(), text: richTextOf(text) }));
    return { kind: "order", ...shared, scoring: "partial", steps: inOrder, first: "", last: "" };
  }
  const judged = startingSets.find((set) => set.name === "true or false");
  if (judged && /^(true|false)$/i.test(answer)) {
    const options = judged.words.map((word) => {
      return { id: newId(), text: richTextOf(word), isKey: word.toLowerCase() === answer.toLowerCase() };
    });
    return { kind: "optionSet", ...shared, setName: judged.name, options };
  }
  const [, figures = "", unit = ""] =
    answer.length > longestNumber ? [] : (/^([-−–+]?[\d.,\s]*\d)\s*(\D*)$/.exec(answer) ?? []);
  const [value] = readNumber(figures);
  if (value !== undefined) {
    const tolerance = { kind: "absolute" as const, amount: 0 };
    return { kind: "numeric", ...shared, value, tolerance, unit: unit.trim(), expectedWrong: [] };
  }
  const accepted = answer
    .split(/\s*[/|]\s*/)
    .filter(Boolean)
    .map((one) => ({ id: newId(), text: one }));
  return { kind: "shortText", ...shared, accepted, caseMatters: false, allowsNearMiss: false, expectedWrong: [] };
}
