/** What becomes of answers once a key was found wrong. */

import { isBlank } from "./blank.ts";
import { creditOf, kindOf, markerOf, type Answer, type Content } from "./kinds.ts";

/**
 * "correct": another answer is right, the keyed one is not; "accept": another answer is right as well; "award": full
 * credit for everybody, since no answer can be held against anybody; "drop": the item no longer counts.
 */
export const rulings = ["correct", "accept", "award", "drop"] as const;
export type RulingName = (typeof rulings)[number];

export interface Ruling {
  readonly ruling: RulingName;
  /** The answer that is right after all; null for "award" and "drop". */
  readonly answer: Answer | null;
}

export interface Marking {
  /** What a person said it is worth; null where nobody has. */
  readonly byPerson: number | null;
}

export interface Ruled {
  /** Credit in [0, 1]. */
  readonly credit: number;
  /** Whether the item's points belong to the total. */
  readonly counts: boolean;
  /** Whether the credit says something about the student: what everybody is given does not. */
  readonly isEvidence: boolean;
}

/**
 * Credit of `answer` to `content` under `ruling`; null: the key stands as it was written. What a person marks earns what
 * that person said; what nobody marks, nothing.
 *
 * @example
 * creditUnder({ ruling: "accept", answer: b }, content, b); // { credit: 1, counts: true, isEvidence: true }
 */
export function creditUnder(
  ruling: Ruling | null,
  content: Content,
  answer: Answer | null,
  { byPerson }: Marking = { byPerson: null },
): Ruled {
  const marker = markerOf(content);
  if (marker === "nobody") return { credit: 0, counts: false, isEvidence: false };
  // What nobody wrote needs no reading; what waits for its mark says nothing yet.
  const isBlankOne = answer === null || isBlank(answer);
  const waits = marker === "person" && byPerson === null && !isBlankOne;
  if (waits && ruling === null) return { credit: 0, counts: true, isEvidence: false };
  const written = marker === "person" ? (byPerson ?? 0) : creditOf(content, answer);
  switch (ruling?.ruling) {
    case "award":
      return { credit: 1, counts: true, isEvidence: false };
    case "drop":
      return { credit: 0, counts: false, isEvidence: false };
    case "correct":
      return { credit: creditOf(contentUnder(ruling, content), answer), counts: true, isEvidence: true };
    case "accept": {
      const other = keyedBy(content, ruling.answer);
      return { credit: Math.max(written, other ? creditOf(other, answer) : 0), counts: true, isEvidence: true };
    }
    case undefined:
      return { credit: written, counts: true, isEvidence: true };
  }
}

/** Points that a credit gives, or what is counted where a second answer counts too; what does not count gives none. */
export const pointsOf = (
  { credit, counts, counted }: Pick<Ruled, "credit" | "counts"> & { readonly counted?: number | null },
  points: number,
): number => (counts ? (counted ?? credit) * points : 0);

/**
 * The credit that points come from: the first answer's, or the share of the second's where that is more.
 *
 * @param first credit of the first answer, 0 to 1
 * @param second credit of the second, 0 to 1; null: there is none
 * @param share what a second answer counts, 0 to 1
 * @example countedCredit(0, 1, 0.5) // 0.5
 */
export const countedCredit = (first: number, second: number | null, share: number): number =>
  second === null ? first : Math.max(first, share * second);

/** A second answer, and what it counts, 0 to 1. */
export interface Second {
  readonly answer: Answer;
  readonly share: number;
}

/**
 * Credit of a first answer under a ruling, as {@link creditUnder} has it, and what is counted where there is a second.
 *
 * @returns `counted` null where there is no second answer
 */
export function creditWithSecond(
  ruling: Ruling | null,
  content: Content,
  answer: Answer | null,
  second: Second | null,
  marking?: Marking,
): Ruled & { readonly counted: number | null } {
  const first = creditUnder(ruling, content, answer, marking);
  if (second === null) return { ...first, counted: null };
  const again = creditUnder(ruling, content, second.answer, marking);
  return { ...first, counted: countedCredit(first.credit, again.credit, second.share) };
}

/**
 * The content as it is to be shown under `ruling`: with the corrected key, or, to whoever gave an answer that was
 * accepted later, with that as the key.
 */
export function contentUnder(ruling: Ruling | null, content: Content, given: Answer | null = null): Content {
  if (ruling?.ruling !== "correct" && ruling?.ruling !== "accept") return content;
  const other = keyedBy(content, ruling.answer) ?? content;
  return ruling.ruling === "correct" || creditOf(other, given) > creditOf(content, given) ? other : content;
}

/** `content` with `answer` as its key, unless that is right already; null: of another kind, or it leaves something open. */
export function keyedBy(content: Content, answer: Answer | null): Content | null {
  if (answer?.kind !== content.kind) return null;
  return creditOf(content, answer) === 1 ? content : kindOf(content).withKey(content, answer);
}

/** Whether a ruling can be given on `content`: those that name an answer need one that can be its key. */
export const isRuling = ({ ruling, answer }: Ruling, content: Content): boolean =>
  ruling === "award" || ruling === "drop" || keyedBy(content, answer) !== null;

/**
 * Who gave what, as {@link contentUnder} has it: an answer that was accepted later counts as right there, too.
 *
 * @example
 * summariseUnder({ ruling: "accept", answer: b }, content, [a, b]); // the lines of a and of b are both keys
 */
export function summariseUnder(ruling: Ruling | null, content: Content, answers: readonly Answer[]) {
  const ruled = contentUnder(ruling?.ruling === "correct" ? ruling : null, content);
  const lines = kindOf(ruled).summarise(ruled, answers);
  if (ruling?.ruling !== "accept" || ruling.answer?.kind !== content.kind) return lines;
  const accepted = new Set(
    kindOf(content)
      .summarise(content, [ruling.answer])
      .flatMap((line) => (line.count > 0 ? [line.id] : [])),
  );
  return lines.map((line) => (accepted.has(line.id) ? { ...line, isKey: true } : line));
}
