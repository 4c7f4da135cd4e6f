/** The fields of a content, for comparing two revisions of an item and for making one of two. */

import { canonicalJson } from "../canonicalJson.ts";
import { feedbackParts, type Feedback } from "../items/kind.ts";
import { kindOf, markerOf, type Content } from "../items/kinds.ts";
import { plainText, type RichText } from "../richText.ts";

/** "answers" is all that is particular to the kind: options, key and how it is scored hang together. */
export const contentFields = ["question", "answers", ...feedbackParts] as const;
export type ContentField = (typeof contentFields)[number];

const keyOf = (field: Exclude<ContentField, "answers">) => (field === "question" ? "stem" : field);

function valueOf(content: Content, field: ContentField): unknown {
  if (field !== "answers") return content[keyOf(field)] ?? null;
  const { stem: _stem, ...particular } = withoutFeedback(content);
  return particular;
}

function withoutFeedback<C extends Feedback>(content: C): C {
  const { explanation: _explanation, nextStep: _nextStep, nearly: _nearly, ...rest } = content;
  // Safe: what was left out may be missing.
  return rest as C;
}

/** The fields in which two contents differ, in the order in which they are written. */
export const differingFields = (a: Content, b: Content): ContentField[] =>
  contentFields.filter((field) => canonicalJson(valueOf(a, field)) !== canonicalJson(valueOf(b, field)));

/**
 * One content of two: each field from the side that `pick` says, `theirs` where it says nothing.
 *
 * @example
 * mergeContents(mine, theirs, { question: "mine" }); // their answers under my question
 */
export function mergeContents(
  mine: Content,
  theirs: Content,
  pick: Readonly<Partial<Record<ContentField, "mine" | "theirs">>>,
): Content {
  const of = (field: ContentField) => (pick[field] === "mine" ? mine : theirs);
  const feedback = feedbackParts.flatMap((part) => {
    const text = of(part)[part];
    return text ? [[part, text] as const] : [];
  });
  return { ...withoutFeedback(of("answers")), stem: of("question").stem, ...Object.fromEntries(feedback) };
}

/** A line of a field in words; `isKey` where it is right. */
export interface FieldLine {
  readonly text: string;
  readonly isKey: boolean;
}

/** A field in lines of words, as a person compares them: what can be answered with the key marked, then the reasons. */
export function linesOf(content: Content, field: ContentField): FieldLine[] {
  const line = (text: RichText | undefined, isKey = false) => {
    const words = text === undefined ? "" : plainText(text);
    return words === "" ? [] : [{ text: words, isKey }];
  };
  if (field !== "answers") return line(content[keyOf(field)]);
  const kind = kindOf(content);
  const answers =
    markerOf(content) === "person"
      ? kind.furtherWords(content).map((text) => ({ text, isKey: false }))
      : kind.summarise(content, []).map(({ text, isKey }) => ({ text, isKey }));
  const said = new Set(answers.map((one) => one.text));
  const [, ...particular] = kind.texts(withoutFeedback(content));
  const reasons = particular.flatMap((text) => line(text)).filter((one) => !said.has(one.text));
  return [...answers, ...reasons];
}
