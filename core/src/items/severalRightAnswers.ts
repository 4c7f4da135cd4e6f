/** The kind "several right answers": options of which any number may be right. */

import { richTextOf, type RichText } from "../richText.ts";
import { fault, type Kind } from "./kind.ts";
import * as options from "./options.ts";
import type { OptionView, WithOptions } from "./options.ts";

/** "all": full credit for exactly the right options; "partial": a share for each, a wrong one takes one away. */
export const scorings = ["all", "partial"] as const;

export interface SeveralRightAnswers extends WithOptions {
  readonly kind: "severalRightAnswers";
  readonly schemaVersion: 1;
  readonly scoring: (typeof scorings)[number];
}

export interface SeveralRightAnswersAnswer {
  readonly kind: "severalRightAnswers";
  readonly optionIds: readonly string[];
}

export interface SeveralRightAnswersView {
  readonly kind: "severalRightAnswers";
  readonly stem: RichText;
  readonly options: readonly OptionView[];
}

export const severalRightAnswers: Kind<
  "severalRightAnswers",
  SeveralRightAnswers,
  SeveralRightAnswersAnswer,
  SeveralRightAnswersView
> = {
  name: "severalRightAnswers",

  blank: (newId) => ({
    kind: "severalRightAnswers",
    schemaVersion: 1,
    stem: richTextOf(""),
    scoring: "partial",
    options: [true, true, false, false].map((isKey) => options.emptyOption(newId(), isKey)),
  }),

  score: (content, { optionIds }) => {
    const keys = options.keyIdsOf(content.options);
    const chosen = new Set(optionIds);
    const right = keys.filter((id) => chosen.has(id)).length;
    const wrong = chosen.size - right;
    if (right === keys.length && wrong === 0) return keys.length === 0 ? 0 : 1;
    return content.scoring === "all" ? 0 : Math.max(0, right - wrong) / Math.max(1, keys.length);
  },
  // Somebody who guesses takes any set but the empty one.
  chance: (content) => 1 / (2 ** Math.max(2, content.options.length) - 1),
  rightAnswer: (content) => {
    const optionIds = options.keyIdsOf(content.options);
    return optionIds.length === 0 ? null : { kind: "severalRightAnswers", optionIds };
  },
  withKey: (content, { optionIds }) => options.withKeys(content, optionIds),
  arrange: (content, next) => options.arrangeOptions(content.options, next),
  toStudentView: (content, order) => ({
    kind: "severalRightAnswers",
    stem: content.stem,
    options: options.viewOptions(content.options, order),
  }),
  summarise: (content, answers) =>
    options.countOptions(
      content.options,
      answers.map((answer) => answer.optionIds),
    ),
  rationales: (content, answer) => options.rationalesOf(content.options, answer.optionIds),
  faults: (content) => [
    ...options.stemFaults(content),
    ...options.optionFaults(content.options),
    ...(options.keyIdsOf(content.options).length === 0 ? [fault(["options"], "noKey")] : []),
  ],
  keyWord: (content) => `${content.scoring} ${options.keyWordOf(content.options)}`,
  texts: options.textsOf,
  mapTexts: options.mapOptionTexts,
  withNewIds: options.withNewOptionIds,
  partWords: options.optionWords,
  furtherWords: () => [],
};
