/** Plain text from notes becomes items: numbered stems, lettered options, a mark for the key, a line for the reason. */

import type { Content } from "../items/kinds.ts";
import { readNumber } from "../items/numeric.ts";
import { richTextOf } from "../richText.ts";

export interface PastedItem {
  readonly content: Content;
  /** Line of its stem, counted from 1. */
  readonly line: number;
}

export interface PastedItems {
  readonly items: readonly PastedItem[];
  readonly findings: readonly { readonly line: number; readonly text: string }[];
}

interface Draft {
  readonly line: number;
  readonly stem: string[];
  readonly options: { text: string; isKey: boolean }[];
  answer: string | null;
  why: string | null;
}

const option = /^\s*(\*?)\s*\(?([A-Ha-h])[.):]\s+(.*?)\s*(\*|✓|\(right\))?\s*$/;
const numbered = /^\s*\d{1,3}\s*[.):]\s+/;
const answerLine = /^\s*(?:answer|key|ans)\s*[:=]\s*(.+)$/i;
const whyLine = /^\s*(?:why|because|reason)\s*[:=]\s*(.+)$/i;

/**
 * Reads a block of text.
 *
 *     1. Which process widens a meander?
 *     a) Deposition
 *     *b) Erosion            the mark stands before or after; "Answer: b" will do as well
 *     Why: the outer bank is worn away
 *
 *     2. What is left when an arch falls?
 *     Answer: stack / a stack        without options: a word, or a number with its unit
 *
 * A question begins with a number or after an empty line. What cannot be used is said with its line.
 *
 * @param newId makes ids of options
 */
export function readPastedItems(text: string, newId: () => string): PastedItems {
  const drafts: Draft[] = [];
  let isNew = true;
  text.split(/\r?\n/).forEach((raw, index) => {
    if (raw.trim() === "") {
      isNew = true;
      return;
    }
    const current = drafts.at(-1);
    const chosen = option.exec(raw);
    const [answer, why] = [answerLine.exec(raw)?.[1], whyLine.exec(raw)?.[1]];
    if (current && chosen) {
      current.options.push({ text: chosen[3] ?? "", isKey: chosen[1] === "*" || chosen[4] !== undefined });
    } else if (current && answer !== undefined) current.answer = answer.trim();
    else if (current && why !== undefined) current.why = why.trim();
    else if (isNew || numbered.test(raw)) {
      drafts.push({ line: index + 1, stem: [raw.replace(numbered, "").trim()], options: [], answer: null, why: null });
    } else current?.stem.push(raw.trim());
    isNew = false;
  });
  const items: PastedItem[] = [];
  const findings: { line: number; text: string }[] = [];
  for (const draft of drafts) {
    const made = toContent(draft, newId);
    if (typeof made === "string") findings.push({ line: draft.line, text: made });
    else items.push({ content: made, line: draft.line });
  }
  return { items, findings };
}

/** The content, or why there is none. */
function toContent(draft: Draft, newId: () => string): Content | string {
  const shared = {
    schemaVersion: 1 as const,
    stem: richTextOf(draft.stem.join("\n")),
    ...(draft.why !== null && { explanation: richTextOf(draft.why) }),
  };
  if (draft.options.length > 0) {
    const letters = new Set((draft.answer ?? "").toLowerCase().match(/\b[a-h]\b/g) ?? []);
    const options = draft.options.map(({ text, isKey }, i) => ({
      id: newId(),
      text: richTextOf(text),
      isKey: isKey || letters.has("abcdefgh"[i] ?? "") || draft.answer?.toLowerCase() === text.toLowerCase(),
    }));
    const keys = options.filter((one) => one.isKey).length;
    if (options.length < 2) return "There is only one option.";
    if (keys === 0) return "No option is marked as right. Put a * before it, or write “Answer: b”.";
    return keys === 1
      ? { kind: "oneRightAnswer", ...shared, options }
      : { kind: "severalRightAnswers", ...shared, scoring: "partial", options };
  }
  if (draft.answer === null) return "There are neither options nor an answer. Write “Answer: …”.";
  const [, figures = "", unit = ""] = /^([-−–+]?[\d.,\s]*\d)\s*(\D*)$/.exec(draft.answer) ?? [];
  const [value] = readNumber(figures);
  if (value !== undefined) {
    const tolerance = { kind: "absolute" as const, amount: 0 };
    return { kind: "numeric", ...shared, value, tolerance, unit: unit.trim(), expectedWrong: [] };
  }
  const accepted = draft.answer
    .split(/\s*[/|]\s*/)
    .filter(Boolean)
    .map((one) => ({ id: newId(), text: one }));
  return { kind: "shortText", ...shared, accepted, caseMatters: false, allowsNearMiss: false, expectedWrong: [] };
}
