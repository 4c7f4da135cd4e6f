/** Options to choose from, as several kinds have them: their order, views, counts and faults. */

import { shuffled } from "../random.ts";
import { isEmptyText, plainText, richTextOf, type RichText } from "../richText.ts";
import { feedbackParts, type AnswerCount, type Fault, type Feedback } from "./kind.ts";

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

export interface OptionView {
  readonly id: string;
  readonly text: RichText;
}

/** What the contents of all kinds with options have. */
export interface WithOptions extends Feedback {
  readonly stem: RichText;
  readonly options: readonly Option[];
}

export const emptyOption = (id: string, isKey: boolean): Option => ({ id, text: richTextOf(""), isKey });

/** Ids in the order of one student: those that stay put keep their place, the others mix. */
export function arrangeOptions(options: readonly Option[], next: (() => number) | null): readonly string[] {
  if (next === null) return options.map((option) => option.id);
  const mixed = shuffled(
    options.filter((option) => option.staysPut !== true),
    next,
  );
  return options.map((option) => (option.staysPut === true ? option : (mixed.pop() ?? option)).id);
}

export function viewOptions(options: readonly OptionView[], order: readonly string[]): OptionView[] {
  return order.flatMap((id) => {
    const option = options.find((one) => one.id === id);
    return option ? [{ id, text: option.text }] : [];
  });
}

/** @param chosen the ids that each answer chose; an empty list is a blank */
export function countOptions(options: readonly Option[], chosen: readonly (readonly string[])[]): AnswerCount[] {
  const counts = options.map((option): AnswerCount => ({
    id: option.id,
    text: plainText(option.text),
    isKey: option.isKey,
    count: chosen.filter((ids) => ids.includes(option.id)).length,
    ...(option.misconceptionId !== undefined && { misconceptionId: option.misconceptionId }),
  }));
  return withBlanks(counts, chosen.filter((ids) => ids.length === 0).length);
}

export const withBlanks = (counts: AnswerCount[], blank: number): AnswerCount[] =>
  blank === 0 ? counts : [...counts, { id: null, text: "", isKey: false, count: blank }];

export const rationalesOf = (options: readonly Option[], chosen: readonly string[]): RichText[] =>
  options.flatMap((option) => (chosen.includes(option.id) && option.rationale ? [option.rationale] : []));

export const keyIdsOf = (options: readonly Option[]): string[] =>
  options.filter((option) => option.isKey).map((option) => option.id);

/** The content with just these options as its key; null when none of them is among its options. */
export function withKeys<C extends WithOptions>(content: C, ids: readonly string[]): C | null {
  const marked = content.options.map((option) => ({ ...option, isKey: ids.includes(option.id) }));
  return keyIdsOf(marked).length === 0 ? null : { ...content, options: marked };
}

export const keyWordOf = (options: readonly Option[]): string => keyIdsOf(options).sort().join(" ");

export const stemFaults = ({ stem }: { readonly stem: RichText }): Fault[] =>
  isEmptyText(stem) ? [{ path: ["stem"], code: "stemEmpty" }] : [];

/** Too few options, empty ones and repeated ones; keys are for each kind to judge. */
export function optionFaults(options: readonly OptionView[]): Fault[] {
  const faults: Fault[] = [];
  if (options.length < 2) faults.push({ path: ["options"], code: "optionsFew" });
  const seen = new Set<string>();
  options.forEach((option, index) => {
    const path = ["options", index, "text"];
    const text = plainText(option.text).toLowerCase();
    if (isEmptyText(option.text)) faults.push({ path, code: "optionEmpty", terms: { n: index + 1 } });
    else if (text !== "" && seen.has(text)) faults.push({ path, code: "optionRepeated", terms: { n: index + 1 } });
    seen.add(text);
  });
  return faults;
}

export const textsOf = (content: WithOptions): RichText[] => [
  content.stem,
  ...content.options.map((option) => option.text),
  ...content.options.flatMap((option) => option.rationale ?? []),
  ...feedbackTexts(content),
];

export const feedbackTexts = (content: Feedback): RichText[] => feedbackParts.flatMap((part) => content[part] ?? []);

/** What of a content is feedback, and nothing else of it. */
export const feedbackOf = (content: Feedback): Feedback =>
  Object.fromEntries(feedbackParts.flatMap((part) => (content[part] ? [[part, content[part]]] : [])));

export function mapFeedback<C extends Feedback>(content: C, change: (text: RichText) => RichText): C {
  const changed = feedbackParts.flatMap((part) => (content[part] ? [[part, change(content[part])] as const] : []));
  return { ...content, ...Object.fromEntries(changed) };
}

export function mapOptionTexts<C extends WithOptions>(content: C, change: (text: RichText) => RichText): C {
  return {
    ...mapFeedback(content, change),
    stem: change(content.stem),
    options: content.options.map((option) => ({
      ...option,
      text: change(option.text),
      ...(option.rationale && { rationale: change(option.rationale) }),
    })),
  };
}

/** The same list, each with a new id. */
export const withNewIds = <Part extends { readonly id: string }>(parts: readonly Part[], newId: () => string): Part[] =>
  parts.map((part) => ({ ...part, id: newId() }));

export const withNewOptionIds = <C extends WithOptions>(content: C, newId: () => string): C => ({
  ...content,
  options: withNewIds(content.options, newId),
});

export const optionWords = (content: WithOptions): string[] => content.options.map((option) => plainText(option.text));
