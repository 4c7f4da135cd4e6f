/** The kind "one right answer": a stem and options, of which exactly one is the key. */

import { richTextOf, type RichText } from "../richText.ts";
import type { Fault, Kind } from "./kind.ts";
import * as options from "./options.ts";
import type { Option, OptionView, WithOptions } from "./options.ts";

export interface OneRightAnswer extends WithOptions {
  readonly kind: "oneRightAnswer";
  readonly schemaVersion: 1;
}

export interface OneRightAnswerAnswer {
  readonly kind: "oneRightAnswer";
  /** null: left blank, or a choice taken back. */
  readonly optionId: string | null;
}

export interface OneRightAnswerView {
  readonly kind: "oneRightAnswer";
  readonly stem: RichText;
  readonly options: readonly OptionView[];
}

const chosenIn = ({ optionId }: { readonly optionId: string | null }) => (optionId === null ? [] : [optionId]);

export const oneRightAnswer: Kind<"oneRightAnswer", OneRightAnswer, OneRightAnswerAnswer, OneRightAnswerView> = {
  name: "oneRightAnswer",

  blank: (newId) => ({
    kind: "oneRightAnswer",
    schemaVersion: 1,
    stem: richTextOf(""),
    options: [true, false, false, false].map((isKey) => options.emptyOption(newId(), isKey)),
  }),

  score: (content, answer) => (content.options.some((option) => option.isKey && option.id === answer.optionId) ? 1 : 0),
  chance: (content) => 1 / Math.max(2, content.options.length),
  rightAnswer: (content) => {
    const [optionId] = options.keyIdsOf(content.options);
    return optionId === undefined ? null : { kind: "oneRightAnswer", optionId };
  },
  withKey: (content, { optionId }) => options.withKeys(content, optionId === null ? [] : [optionId]),
  arrange: (content, next) => options.arrangeOptions(content.options, next),
  toStudentView: (content, order) => ({
    kind: "oneRightAnswer",
    stem: content.stem,
    options: options.viewOptions(content.options, order),
  }),
  summarise: (content, answers) => options.countOptions(content.options, answers.map(chosenIn)),
  rationales: (content, answer) => options.rationalesOf(content.options, chosenIn(answer)),
  faults: (content) => [
    ...options.stemFaults(content),
    ...options.optionFaults(content.options),
    ...oneKeyFaults(content.options),
  ],
  keyWord: (content) => options.keyWordOf(content.options),
  texts: options.textsOf,
  mapTexts: options.mapOptionTexts,
  withNewIds: options.withNewOptionIds,
  partWords: options.optionWords,
  furtherWords: () => [],
};

export function oneKeyFaults(all: readonly Option[]): Fault[] {
  const keys = options.keyIdsOf(all).length;
  if (keys === 0) return [{ path: ["options"], code: "keyMissing" }];
  return keys > 1 ? [{ path: ["options"], code: "severalKeys" }] : [];
}
