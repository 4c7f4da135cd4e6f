/** The kind "one right answer": a stem and options, of which exactly one is the key. */

import { shuffled } from "../random.ts";
import { isEmptyText, plainText, richTextOf, type RichText } from "../richText.ts";
import type { AnswerCount, Fault, Feedback, Kind } from "./kind.ts";

export interface Option {
  /** Random, never in authored order: an id that follows the order would give the key away. */
  readonly id: string;
  readonly text: RichText;
  readonly isKey: boolean;
  /** Why this option is wrong or right. */
  readonly rationale?: RichText | undefined;
  readonly misconceptionId?: string | undefined;
  /** Keeps its place while the others mix ("all of the above"). */
  readonly staysPut?: boolean | undefined;
}

export interface OneRightAnswer extends Feedback {
  readonly kind: "oneRightAnswer";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  readonly options: readonly Option[];
}

export interface OneRightAnswerAnswer {
  readonly kind: "oneRightAnswer";
  /** null: left blank, or a choice taken back. */
  readonly optionId: string | null;
}

export interface OneRightAnswerView {
  readonly kind: "oneRightAnswer";
  readonly stem: RichText;
  readonly options: readonly { readonly id: string; readonly text: RichText }[];
}

const emptyOption = (id: string, isKey: boolean): Option => ({ id, text: richTextOf(""), isKey });

export const oneRightAnswer: Kind<"oneRightAnswer", OneRightAnswer, OneRightAnswerAnswer, OneRightAnswerView> = {
  name: "oneRightAnswer",

  blank: (newId) => ({
    kind: "oneRightAnswer",
    schemaVersion: 1,
    stem: richTextOf(""),
    options: [true, false, false, false].map((isKey) => emptyOption(newId(), isKey)),
  }),

  score: (content, answer) => (content.options.some((option) => option.isKey && option.id === answer.optionId) ? 1 : 0),

  chance: (content) => 1 / Math.max(2, content.options.length),

  isBlank: (answer) => answer.optionId === null,

  blankAnswer: () => ({ kind: "oneRightAnswer", optionId: null }),

  arrange: ({ options }, next) => {
    if (next === null) return options.map((option) => option.id);
    const mixed = shuffled(
      options.filter((option) => option.staysPut !== true),
      next,
    );
    return options.map((option) => (option.staysPut === true ? option : (mixed.pop() ?? option)).id);
  },

  toStudentView: (content, order) => ({
    kind: "oneRightAnswer",
    stem: content.stem,
    options: order.flatMap((id) => {
      const option = content.options.find((one) => one.id === id);
      return option ? [{ id, text: option.text }] : [];
    }),
  }),

  summarise: (content, answers) => {
    const counts = content.options.map((option): AnswerCount => ({
      id: option.id,
      text: plainText(option.text),
      isKey: option.isKey,
      count: answers.filter((answer) => answer.optionId === option.id).length,
      ...(option.misconceptionId !== undefined && { misconceptionId: option.misconceptionId }),
    }));
    const blank = answers.filter((answer) => answer.optionId === null).length;
    return blank === 0 ? counts : [...counts, { id: null, text: "", isKey: false, count: blank }];
  },

  faults: (content) => [...stemFaults(content), ...optionFaults(content.options)],

  words: (content) =>
    [content.stem, ...content.options.map((option) => option.text), content.explanation, content.nextStep]
      .flatMap((text) => (text ? [plainText(text)] : []))
      .join(" "),
};

function stemFaults({ stem }: OneRightAnswer): Fault[] {
  return isEmptyText(stem) ? [{ path: ["stem"], text: "Write the question." }] : [];
}

function optionFaults(options: readonly Option[]): Fault[] {
  const faults: Fault[] = [];
  if (options.length < 2) faults.push({ path: ["options"], text: "Give at least two options." });
  const keys = options.filter((option) => option.isKey).length;
  if (keys === 0) faults.push({ path: ["options"], text: "Mark the right answer." });
  if (keys > 1) faults.push({ path: ["options"], text: "Only one option can be the right answer." });
  const seen = new Set<string>();
  options.forEach((option, index) => {
    const text = plainText(option.text).toLowerCase();
    if (text === "") faults.push({ path: ["options", index, "text"], text: `Option ${index + 1} is empty.` });
    else if (seen.has(text))
      faults.push({ path: ["options", index, "text"], text: `Option ${index + 1} repeats another.` });
    seen.add(text);
  });
  return faults;
}
