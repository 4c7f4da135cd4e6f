/** The kind "opinion": a choice, a scale or a few words. No key, no points; it counts nowhere. */

import { foldedText } from "../foldedText.ts";
import { plainText, richTextOf, type RichText } from "../richText.ts";
import type { AnswerCount, Feedback, Kind } from "./kind.ts";
import {
  feedbackTexts,
  mapFeedback,
  optionFaults,
  stemFaults,
  withBlanks,
  withNewIds,
  type OptionView,
} from "./options.ts";

export const opinionForms = ["choice", "scale", "text"] as const;

export interface Opinion extends Feedback {
  readonly kind: "opinion";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  readonly form: (typeof opinionForms)[number];
  /** To choose from; empty but for a choice. */
  readonly choices: readonly OptionView[];
  /** Of a scale: how many steps, and what its ends mean. */
  readonly steps: number;
  readonly low: string;
  readonly high: string;
}

export interface OpinionAnswer {
  readonly kind: "opinion";
  /** The id of an option, the number of a step, or words; empty: none given. */
  readonly value: string;
}

export interface OpinionView {
  readonly kind: "opinion";
  readonly stem: RichText;
  readonly form: (typeof opinionForms)[number];
  readonly choices: readonly OptionView[];
  readonly steps: number;
  readonly low: string;
  readonly high: string;
}

export const stepCounts = { least: 3, most: 10 } as const;

export const opinion: Kind<"opinion", Opinion, OpinionAnswer, OpinionView> = {
  name: "opinion",
  markedBy: "nobody",

  blank: (newId) => ({
    kind: "opinion",
    schemaVersion: 1,
    stem: richTextOf(""),
    form: "scale",
    choices: [newId(), newId()].map((id) => ({ id, text: richTextOf("") })),
    steps: 5,
    low: "not at all",
    high: "very much",
  }),

  score: () => 0,
  chance: () => 0,
  rightAnswer: () => null,
  withKey: () => null,
  arrange: () => [],
  toStudentView: ({ kind, stem, form, choices, steps, low, high }) => ({
    kind,
    stem,
    form,
    choices: form === "choice" ? choices.map(({ id, text }) => ({ id, text })) : [],
    steps,
    low,
    high,
  }),
  summarise: (content, answers) => {
    const given = answers.map((answer) => answer.value.trim()).filter((value) => value !== "");
    const line = (id: string, text: string): AnswerCount => ({
      id,
      text,
      isKey: false,
      count: given.filter((value) => (content.form === "text" ? foldedText(value) : value) === id).length,
    });
    const lines =
      content.form === "choice"
        ? content.choices.map((option) => line(option.id, plainText(option.text)))
        : content.form === "scale"
          ? stepsOf(content).map((step) => line(step, stepInWords(content, step)))
          : [...new Map(given.map((value) => [foldedText(value), value]))].map(([id, text]) => line(id, text));
    return withBlanks(lines, answers.length - given.length);
  },
  rationales: () => [],
  faults: (content) => [...stemFaults(content), ...(content.form === "choice" ? optionFaults(content.choices) : [])],
  keyWord: () => "",
  texts: (content) => [
    content.stem,
    ...(content.form === "choice" ? content.choices.map((option) => option.text) : []),
    ...feedbackTexts(content),
  ],
  mapTexts: (content, change) => ({
    ...mapFeedback(content, change),
    stem: change(content.stem),
    choices: content.choices.map((option) => ({ ...option, text: change(option.text) })),
  }),
  withNewIds: (content, newId) => ({ ...content, choices: withNewIds(content.choices, newId) }),
  partWords: () => [],
  furtherWords: (content) => (content.form === "scale" ? [content.low, content.high] : []),
};

/** "1" to the number of steps. */
export const stepsOf = ({ steps }: Pick<Opinion, "steps">): string[] =>
  Array.from({ length: steps }, (_, i) => String(i + 1));

/** A step of a scale, with what it means at either end. */
export function stepInWords({ steps, low, high }: Pick<Opinion, "steps" | "low" | "high">, step: string): string {
  const end = step === "1" ? low : step === String(steps) ? high : "";
  return end === "" ? step : `${step}, ${end}`;
}
