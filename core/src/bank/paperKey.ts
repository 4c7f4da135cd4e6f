/** The key of a paper as one string: a letter a question, in their order. */

import { letterAt, letterCounts, placeOf, type KeyOnly } from "../items/keyOnly.ts";
import { arrivalNote, type ArrivalNote } from "./arrivalNotes.ts";
import { richTextOf } from "../richText.ts";

export interface PaperItem {
  readonly content: KeyOnly;
  /** Number of the question on the paper. */
  readonly number: number;
  readonly standards: readonly string[];
}

export interface PaperKey {
  readonly items: readonly PaperItem[];
  /** What could not be used. */
  readonly findings: readonly ArrivalNote[];
}

/**
 * Reads "ABDCA" with standards by range, "1-5 LG.1.3, 6 LG.1.4": key-only items for a paper.
 *
 * @param key letters A to H in any case; spaces, commas and line breaks between them mean nothing
 * @param paper what the paper is called, as it stands in each question
 * @param letters how many letters each question has
 * @param ranges which questions are of which standard; a question may stand in several ranges
 */
export function readPaperKey(key: string, paper: string, letters: number, ranges: string): PaperKey {
  const findings: ArrivalNote[] = [];
  const marks = key.toUpperCase().replaceAll(/[\s,;.\d)]/g, "");
  const last = letterAt(Math.min(letterCounts.most, Math.max(letterCounts.least, letters)) - 1);
  const codes = new Map<number, string[]>();
  for (const range of ranges.split(/[,;\n]/).filter((one) => one.trim() !== "")) {
    const [, from, to, standard] = /^\s*(\d{1,3})(?:\s*[-–]\s*(\d{1,3}))?\s*:?\s+(\S+)\s*$/.exec(range) ?? [];
    if (from === undefined || standard === undefined) {
      findings.push(arrivalNote("rangeUnreadable", { range: range.trim() }));
      continue;
    }
    if (Number(to ?? from) > marks.length || Number(from) < 1)
      findings.push(arrivalNote("rangeBeyond", { range: range.trim(), questions: marks.length }));
    for (let n = Number(from); n <= Math.min(Number(to ?? from), marks.length); n++)
      codes.set(n, [...(codes.get(n) ?? []), standard]);
  }
  const items = marks.split("").flatMap((mark, i): PaperItem[] => {
    if (mark < "A" || mark > last) {
      findings.push(arrivalNote("letterUnknown", { question: i + 1, letter: mark, last }));
      return [];
    }
    const stem = richTextOf(`Question ${i + 1} of ${paper.trim() || "the paper"}`);
    const content: KeyOnly = { kind: "keyOnly", schemaVersion: 1, stem, letters, key: placeOf(mark) };
    return [{ content, number: i + 1, standards: codes.get(i + 1) ?? [] }];
  });
  return { items, findings };
}
