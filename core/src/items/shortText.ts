/** The kind "short text": a word or two typed, with several accepted answers. */

import { editDistance } from "../editDistance.ts";
import { foldedText } from "../foldedText.ts";
import { richTextOf, type RichText } from "../richText.ts";
import { mapExpected, type ExpectedWrongAnswer } from "./expectedAnswer.ts";
import type { AnswerCount, Fault, Feedback, Kind } from "./kind.ts";
import { feedbackTexts, mapFeedback, stemFaults, withBlanks } from "./options.ts";

export interface ShortText extends Feedback {
  readonly kind: "shortText";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  readonly accepted: readonly { readonly id: string; readonly text: string }[];
  /** Capital letters matter. */
  readonly caseMatters: boolean;
  /** One letter too many, missing or wrong still counts, in words of five letters or more. */
  readonly allowsNearMiss: boolean;
  readonly expectedWrong: readonly ExpectedWrongAnswer[];
}

export interface ShortTextAnswer {
  readonly kind: "shortText";
  readonly text: string;
}

export interface ShortTextView {
  readonly kind: "shortText";
  readonly stem: RichText;
}

export const shortText: Kind<"shortText", ShortText, ShortTextAnswer, ShortTextView> = {
  name: "shortText",

  blank: (newId) => ({
    kind: "shortText",
    schemaVersion: 1,
    stem: richTextOf(""),
    accepted: [{ id: newId(), text: "" }],
    caseMatters: false,
    allowsNearMiss: false,
    expectedWrong: [],
  }),

  score: (content, answer) => (acceptedOf(content, answer.text) ? 1 : 0),
  chance: () => 0.02,
  rightAnswer: (content) => {
    const text = content.accepted[0]?.text ?? "";
    return text === "" ? null : { kind: "shortText", text };
  },
  arrange: () => [],
  toStudentView: (content) => ({ kind: "shortText", stem: content.stem }),
  summarise: (content, answers) => {
    const counts = new Map<string, { -readonly [K in keyof AnswerCount]: AnswerCount[K] }>();
    for (const one of content.accepted) counts.set(one.id, { id: one.id, text: one.text, isKey: true, count: 0 });
    let blank = 0;
    for (const { text } of answers) {
      const known = acceptedOf(content, text) ?? expectedOf(content, text);
      const id = known?.id ?? foldedText(text, content.caseMatters);
      if (id === "") blank += 1;
      else {
        const line = counts.get(id) ?? { id, text: known?.text ?? text.trim(), isKey: false, count: 0 };
        if (known && "misconceptionId" in known) line.misconceptionId = known.misconceptionId;
        line.count += 1;
        counts.set(id, line);
      }
    }
    const lines = [...counts.values()];
    return withBlanks(
      [...lines.filter((line) => line.isKey), ...lines.filter((line) => !line.isKey).sort((a, b) => b.count - a.count)],
      blank,
    );
  },
  rationales: (content, answer) => [expectedOf(content, answer.text)?.rationale].flatMap((text) => text ?? []),
  faults: (content) => [...stemFaults(content), ...acceptedFaults(content)],
  keyWord: (content) =>
    [
      content.caseMatters,
      content.allowsNearMiss,
      ...content.accepted.map((one) => foldedText(one.text, content.caseMatters)).sort(),
    ].join("|"),
  texts: (content) => [
    content.stem,
    ...content.expectedWrong.flatMap((one) => one.rationale ?? []),
    ...feedbackTexts(content),
  ],
  mapTexts: (content, change) => ({
    ...mapFeedback(content, change),
    stem: change(content.stem),
    expectedWrong: mapExpected(content.expectedWrong, change),
  }),
  furtherWords: (content) => content.accepted.map((one) => one.text),
};

function acceptedOf(content: ShortText, text: string) {
  const given = foldedText(text, content.caseMatters);
  if (given === "") return undefined;
  const wanted = content.accepted.map((one) => ({ ...one, folded: foldedText(one.text, content.caseMatters) }));
  return (
    wanted.find((one) => one.folded === given) ??
    (content.allowsNearMiss && !expectedOf(content, text)
      ? wanted.find((one) => one.folded.length >= 5 && editDistance(one.folded, given) === 1)
      : undefined)
  );
}

function expectedOf(content: ShortText, text: string): ExpectedWrongAnswer | undefined {
  const given = foldedText(text);
  return content.expectedWrong.find((one) => foldedText(one.text) === given);
}

function acceptedFaults({ accepted, expectedWrong }: ShortText): Fault[] {
  const filled = accepted.filter((one) => foldedText(one.text, true) !== "");
  const faults: Fault[] = [];
  if (filled.length === 0) faults.push({ path: ["accepted"], text: "Write at least one accepted answer." });
  else if (filled.length < accepted.length) faults.push({ path: ["accepted"], text: "An accepted answer is empty." });
  const keys = new Set(filled.map((one) => foldedText(one.text)));
  expectedWrong.forEach((one, i) => {
    if (keys.has(foldedText(one.text)))
      faults.push({ path: ["expectedWrong", i], text: `“${one.text}” is both accepted and expected as wrong.` });
  });
  return faults;
}
