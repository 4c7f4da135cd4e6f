/** The kind "short text": a word or two typed, with several accepted answers. */

import { foldedText } from "../foldedText.ts";
import { richTextOf, type RichText } from "../richText.ts";
import { acceptedAt, type Reading } from "./accepted.ts";
import { mapExpected, type ExpectedWrongAnswer } from "./expectedAnswer.ts";
import type { AnswerCount, Fault, Feedback, Kind } from "./kind.ts";
import { feedbackTexts, mapFeedback, stemFaults, withBlanks, withNewIds } from "./options.ts";

export interface ShortText extends Feedback, Reading {
  readonly kind: "shortText";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  readonly accepted: readonly { readonly id: string; readonly text: string }[];
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
  withKey: (content, { text }) => {
    const given = foldedText(text);
    if (given === "") return null;
    return {
      ...content,
      accepted: [{ id: content.accepted[0]?.id ?? given, text: text.trim() }],
      expectedWrong: content.expectedWrong.filter((one) => foldedText(one.text) !== given),
    };
  },
  arrange: () => [],
  toStudentView: (content) => ({ kind: "shortText", stem: content.stem }),
  summarise: (content, answers) => {
    const counts = new Map<string, { -readonly [K in keyof AnswerCount]: AnswerCount[K] }>();
    for (const one of content.accepted) counts.set(one.id, { id: one.id, text: one.text, isKey: true, count: 0 });
    let blank = 0;
    for (const { text } of answers) {
      const accepted = acceptedOf(content, text);
      const expected = accepted ? undefined : expectedOf(content, text);
      const known = accepted ?? expected;
      const id = known?.id ?? foldedText(text, content.caseMatters);
      if (id === "") blank += 1;
      else {
        const line = counts.get(id) ?? { id, text: known?.text ?? text.trim(), isKey: false, count: 0 };
        if (expected?.misconceptionId !== undefined) line.misconceptionId = expected.misconceptionId;
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
  withNewIds: (content, newId) => ({
    ...content,
    accepted: withNewIds(content.accepted, newId),
    expectedWrong: withNewIds(content.expectedWrong, newId),
  }),
  partWords: () => [],
  furtherWords: (content) => content.accepted.map((one) => one.text),
};

/** An answer that is expected as wrong is no near miss. */
function acceptedOf(content: ShortText, text: string) {
  const allowsNearMiss = content.allowsNearMiss && !expectedOf(content, text);
  const at = acceptedAt(
    content.accepted.map((one) => one.text),
    text,
    { caseMatters: content.caseMatters, allowsNearMiss },
  );
  return at === undefined ? undefined : content.accepted[at];
}

function expectedOf(content: ShortText, text: string): ExpectedWrongAnswer | undefined {
  const given = foldedText(text);
  return content.expectedWrong.find((one) => foldedText(one.text) === given);
}

function acceptedFaults({ accepted, expectedWrong }: ShortText): Fault[] {
  const filled = accepted.filter((one) => foldedText(one.text, true) !== "");
  const faults: Fault[] = [];
  if (filled.length === 0) faults.push({ path: ["accepted"], code: "acceptedMissing" });
  else if (filled.length < accepted.length) faults.push({ path: ["accepted"], code: "acceptedEmpty" });
  const keys = new Set(filled.map((one) => foldedText(one.text)));
  expectedWrong.forEach((one, i) => {
    if (keys.has(foldedText(one.text)))
      faults.push({ path: ["expectedWrong", i], code: "acceptedAndWrong", terms: { text: one.text } });
  });
  return faults;
}
