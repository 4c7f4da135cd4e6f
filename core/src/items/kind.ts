/** What every kind of item can do. One module beside this file for each kind; `kinds.ts` is the one list of them. */

import type { RichText } from "../richText.ts";

/** What an author may add to an item of any kind, in the order in which it is written. */
export const feedbackParts = ["explanation", "nextStep", "nearly"] as const;

/** The parts of an item that every kind has, whatever else its content holds. */
export interface Feedback {
  /** Of the whole item, shown when the rules of the release allow it. */
  readonly explanation?: RichText | undefined;
  /** What to do if it went wrong. */
  readonly nextStep?: RichText | undefined;
  /** For who got part of it right, where parts count. */
  readonly nearly?: RichText | undefined;
}

/** One line of a summary of answers: how many gave this answer, and what it means. */
export interface AnswerCount {
  /** The option's id, or the answer itself as a word; null for "left blank". */
  readonly id: string | null;
  readonly text: string;
  readonly isKey: boolean;
  readonly count: number;
  readonly misconceptionId?: string | undefined;
}

/** What can keep an item, or a text, map or chart, from being used; pages have the words. */
export const faultCodes = [
  "keyMissing",
  "severalKeys",
  "noKey",
  "valueMissing",
  "criteriaMissing",
  "letterMissing",
  "pictureUndescribed",
  "recordingUnwritten",
  "gapsMissing",
  "stemEmpty",
  "optionsFew",
  "pairsFew",
  "answersSame",
  "answersFew",
  "pictureMissing",
  "regionsFew",
  "regionKeyMissing",
  "stepsFew",
  "acceptedMissing",
  "acceptedEmpty",
  "titleMissing",
  "stimulusEmpty",
  "topicMissing",
  "optionEmpty",
  "optionRepeated",
  "pairLeftEmpty",
  "pairLeftRepeated",
  "pairOpen",
  "regionNameless",
  "regionNameTwice",
  "regionSmall",
  "stepEmpty",
  "stepRepeated",
  "acceptedAndWrong",
  "valueIsExpectedWrong",
  "criterionNameless",
  "criterionFewLevels",
  "criterionNoPoints",
  "gapNoAnswer",
  "gapNoChoice",
  "gapChoiceTwice",
] as const;
export type FaultCode = (typeof faultCodes)[number];

/** A lack that keeps an item from being used. `path` leads into the content. */
export interface Fault {
  readonly path: readonly (string | number)[];
  readonly code: FaultCode;
  /** Which one, counted from 1; and what it says. */
  readonly terms?: { readonly n?: number; readonly text?: string };
}

export const fault = (path: Fault["path"], code: FaultCode, terms?: Fault["terms"]): Fault => ({
  path,
  code,
  ...(terms && { terms }),
});

/**
 * The behaviour of one kind of item.
 *
 * `Content` is the authored content with its key; `Answer` what a student gives; `View` the only thing of the content
 * that may reach a student before the key is open: it is built as an allow-list, never by leaving fields out.
 */
export interface Kind<Name extends string, Content, Answer, View> {
  readonly name: Name;
  /** Who says what an answer is worth; absent: `score` does. What nobody marks has no points and counts nowhere. */
  readonly markedBy?: "person" | "nobody";
  /** An empty item of this kind, as the editor starts with. `newId` makes option ids. */
  readonly blank: (newId: () => string) => Content;
  /** Credit in [0, 1]. A blank answer earns 0. */
  readonly score: (content: Content, answer: Answer) => number;
  /** Probability in [0, 1) of full credit by guessing. */
  readonly chance: (content: Content) => number;
  /** An answer that earns full credit; null while the content has no key. */
  readonly rightAnswer: (content: Content) => Answer | null;
  /**
   * The content with `answer` as its key, so that it earns full credit; all else, ids too, stays as it is. null: this
   * answer leaves something open, so that it can be no key.
   */
  readonly withKey: (content: Content, answer: Answer) => Content | null;
  /**
   * The order in which one student meets the parts that mix; ids only. Parts that stay put keep their place.
   * Without a stream of random numbers: as authored.
   */
  readonly arrange: (content: Content, next: (() => number) | null) => readonly string[];
  readonly toStudentView: (content: Content, order: readonly string[]) => View;
  /** Counts of the answers given, in authored order, blanks last. An answer of several parts counts at each of them. */
  readonly summarise: (content: Content, answers: readonly Answer[]) => readonly AnswerCount[];
  /** What the author wrote about just this answer: why its parts are wrong or right. */
  readonly rationales: (content: Content, answer: Answer) => readonly RichText[];
  /** What keeps this content from being used; empty when it is usable. */
  readonly faults: (content: Content) => readonly Fault[];
  /** What earns credit, as a word: two contents with the same word have the same key. */
  readonly keyWord: (content: Content) => string;
  /** Every rich text of the content, the stem first. */
  readonly texts: (content: Content) => readonly RichText[];
  /** The content with `change` applied to every rich text. */
  readonly mapTexts: (content: Content, change: (text: RichText) => RichText) => Content;
  /** The same content with new ids for all its parts, as a look-alike needs them; `newId` makes them. */
  readonly withNewIds: (content: Content, newId: () => string) => Content;
  /** What a student reads beside the question that tells items apart (options, steps, gaps), as plain words. */
  readonly partWords: (content: Content) => readonly string[];
  /** Further words of the content that finding should know: accepted answers, units. */
  readonly furtherWords: (content: Content) => readonly string[];
}
