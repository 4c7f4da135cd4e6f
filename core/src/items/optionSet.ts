/** The kind "option set": a statement judged by one of a fixed set of words, always in the same order. */

import { richTextOf, type RichText } from "../richText.ts";
import type { Kind } from "./kind.ts";
import { oneKeyFaults } from "./oneRightAnswer.ts";
import * as options from "./options.ts";
import type { OptionView, WithOptions } from "./options.ts";

/** Sets that every department starts with. */
export const startingSets: readonly { readonly name: string; readonly words: readonly string[] }[] = [
  { name: "true or false", words: ["True", "False"] },
  { name: "always, sometimes, never", words: ["Always", "Sometimes", "Never"] },
  { name: "rises, falls, stays the same", words: ["Rises", "Falls", "Stays the same"] },
  { name: "more, less, the same", words: ["More", "Less", "The same"] },
  { name: "human or physical", words: ["Human", "Physical"] },
  { name: "social, economic, environmental", words: ["Social", "Economic", "Environmental"] },
];

export interface OptionSet extends WithOptions {
  readonly kind: "optionSet";
  readonly schemaVersion: 1;
  readonly setName: string;
}

export interface OptionSetAnswer {
  readonly kind: "optionSet";
  readonly optionId: string | null;
}

export interface OptionSetView {
  readonly kind: "optionSet";
  readonly stem: RichText;
  readonly options: readonly OptionView[];
}

const chosenIn = ({ optionId }: { readonly optionId: string | null }) => (optionId === null ? [] : [optionId]);

export const optionSet: Kind<"optionSet", OptionSet, OptionSetAnswer, OptionSetView> = {
  name: "optionSet",

  blank: (newId) => ({
    kind: "optionSet",
    schemaVersion: 1,
    stem: richTextOf(""),
    setName: startingSets[0]?.name ?? "",
    options: (startingSets[0]?.words ?? []).map((word, i) => ({ id: newId(), text: richTextOf(word), isKey: i === 0 })),
  }),

  score: (content, answer) => (content.options.some((option) => option.isKey && option.id === answer.optionId) ? 1 : 0),
  chance: (content) => 1 / Math.max(2, content.options.length),
  rightAnswer: (content) => {
    const [optionId] = options.keyIdsOf(content.options);
    return optionId === undefined ? null : { kind: "optionSet", optionId };
  },
  withKey: (content, { optionId }) => options.withKeys(content, optionId === null ? [] : [optionId]),
  // The words of a set have an order of their own, which never mixes.
  arrange: (content) => options.arrangeOptions(content.options, null),
  toStudentView: (content, order) => ({
    kind: "optionSet",
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
