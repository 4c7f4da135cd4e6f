/** The kind "key only": stands for a question that is printed on paper; here are only its letters and the right one. */

import { richTextOf, type RichText } from "../richText.ts";
import { fault, type AnswerCount, type Feedback, type Kind } from "./kind.ts";
import { feedbackTexts, mapFeedback, stemFaults, withBlanks } from "./options.ts";

/** How many letters a question on paper may have. */
export const letterCounts = { least: 2, most: 8 } as const;

export interface KeyOnly extends Feedback {
  readonly kind: "keyOnly";
  readonly schemaVersion: 1;
  /** Where the question stands: "Question 4 of the map sheet". */
  readonly stem: RichText;
  /** How many letters there are to choose from, A onwards. */
  readonly letters: number;
  /** Place of the right letter, 0 for A; null while there is no key. */
  readonly key: number | null;
}

export interface KeyOnlyAnswer {
  readonly kind: "keyOnly";
  readonly letter: number | null;
}

export interface KeyOnlyView {
  readonly kind: "keyOnly";
  readonly stem: RichText;
  readonly letters: number;
}

export const letterAt = (place: number): string => String.fromCharCode(65 + place);

/** @param letter a capital, A to H */
export const placeOf = (letter: string): number => letter.charCodeAt(0) - 65;

export const keyOnly: Kind<"keyOnly", KeyOnly, KeyOnlyAnswer, KeyOnlyView> = {
  name: "keyOnly",

  blank: () => ({ kind: "keyOnly", schemaVersion: 1, stem: richTextOf(""), letters: 4, key: null }),

  score: (content, answer) => Number(content.key !== null && answer.letter === content.key),
  chance: (content) => 1 / Math.max(2, content.letters),
  rightAnswer: (content) => (content.key === null ? null : { kind: "keyOnly", letter: content.key }),
  withKey: (content, { letter }) => (letter === null ? null : { ...content, key: letter }),
  arrange: () => [],
  toStudentView: (content) => ({ kind: "keyOnly", stem: content.stem, letters: content.letters }),
  summarise: (content, answers) => {
    const lines = Array.from({ length: content.letters }, (_, place): AnswerCount => ({
      id: letterAt(place),
      text: letterAt(place),
      isKey: place === content.key,
      count: answers.filter((answer) => answer.letter === place).length,
    }));
    return withBlanks(lines, answers.filter((answer) => answer.letter === null).length);
  },
  rationales: () => [],
  faults: (content) => [
    ...stemFaults(content),
    ...(content.key === null || content.key >= content.letters ? [fault(["key"], "letterMissing")] : []),
  ],
  keyWord: (content) => `${content.letters} ${content.key}`,
  texts: (content) => [content.stem, ...feedbackTexts(content)],
  mapTexts: (content, change) => ({ ...mapFeedback(content, change), stem: change(content.stem) }),
  withNewIds: (content) => content,
  partWords: () => [],
  furtherWords: () => [],
};
