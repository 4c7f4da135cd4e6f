/** What every kind of item can do. One module beside this file for each kind; `kinds.ts` is the one list of them. */

import type { RichText } from "../richText.ts";

/** The parts of an item that every kind has, whatever else its content holds. */
export interface Feedback {
  /** Of the whole item, shown when the rules of the release allow it. */
  readonly explanation?: RichText | undefined;
  /** What to do if it went wrong. */
  readonly nextStep?: RichText | undefined;
}

/** One line of a summary of answers: how many gave this answer, and what it means. */
export interface AnswerCount {
  /** The option's id; null for "left blank". */
  readonly id: string | null;
  readonly text: string;
  readonly isKey: boolean;
  readonly count: number;
  readonly misconceptionId?: string | undefined;
}

/** A lack that keeps an item from being used. `path` leads into the content. */
export interface Fault {
  readonly path: readonly (string | number)[];
  readonly text: string;
}

/**
 * The behaviour of one kind of item.
 *
 * `Content` is the authored content with its key; `Answer` what a student gives; `View` the only thing of the content
 * that may reach a student before the key is open: it is built as an allow-list, never by leaving fields out.
 */
export interface Kind<Name extends string, Content, Answer, View> {
  readonly name: Name;
  /** An empty item of this kind, as the editor starts with. `newId` makes option ids. */
  readonly blank: (newId: () => string) => Content;
  /** Credit in [0, 1]. A blank answer earns 0. */
  readonly score: (content: Content, answer: Answer) => number;
  /** Probability in [0, 1) of full credit by guessing. */
  readonly chance: (content: Content) => number;
  readonly isBlank: (answer: Answer) => boolean;
  /** The answer of somebody who left it blank. */
  readonly blankAnswer: () => Answer;
  /**
   * The order in which one student meets the parts that mix; ids only. Parts that stay put keep their place.
   * Without a stream of random numbers: as authored.
   */
  readonly arrange: (content: Content, next: (() => number) | null) => readonly string[];
  readonly toStudentView: (content: Content, order: readonly string[]) => View;
  /** Counts of the answers given, in authored order, blanks last. */
  readonly summarise: (content: Content, answers: readonly Answer[]) => readonly AnswerCount[];
  /** What keeps this content from being used; empty when it is usable. */
  readonly faults: (content: Content) => readonly Fault[];
  /** All words of the content, for searching. */
  readonly words: (content: Content) => string;
}
