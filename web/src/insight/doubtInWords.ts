/** What the answers say against an item, in words: what was found, and what it may mean. */
import type { Doubt } from "@verdant/contract/doubts";
import { fitFigure } from "../ui/fitInWords.ts";
import { t } from "../platform/words.ts";

export interface DoubtWords {
  /** What to look at. */
  readonly name: string;
  /** The figures it was found by. */
  readonly why: string;
}

/** What may be behind it, as far as the other items of the topic can tell. */
function driftMeans({ isEasier, isTopic, around }: { isEasier: boolean; isTopic: boolean; around: number }): string {
  if (around === 0) return t("Nothing else of its topic was asked in both, so the answers cannot tell why.");
  if (isTopic)
    return isEasier
      ? t("So has the rest of its topic: it may be taught better now.")
      : t("So has the rest of its topic: it may be taught less now.");
  return isEasier
    ? t("The rest of its topic has not: it may have been passed on.")
    : t("The rest of its topic has not: something about the item may be out of date.");
}

const percent = (share: number) => Math.round(share * 100);

export function doubtInWords(doubt: Doubt): DoubtWords {
  switch (doubt.code) {
    case "keyDoubtful": {
      const terms = { able: doubt.able, ableKey: doubt.ableKey, answer: doubt.answer };
      return {
        name: t("Is the key right?"),
        why: doubt.byCounts
          ? t(
              "All answers together speak for “{{answer}}”. Of the third who did best elsewhere, {{able}} gave that and {{ableKey}} the key.",
              terms,
            )
          : t("Of the third who did best elsewhere, {{able}} gave “{{answer}}” and {{ableKey}} the key.", terms),
      };
    }
    case "ableChoose":
      return {
        name: t("Is “{{answer}}” wrong?", { answer: doubt.answer }),
        why: t("Those who do well elsewhere give this answer more often than the others ({{figure}}).", {
          figure: fitFigure(doubt),
        }),
      };
    case "belowLookAlikes":
      return {
        name: t("Harder than its look-alikes"),
        why: t(
          "{{own}}% right, its look-alikes {{others}}%, in {{ownAnswers}} and {{otherAnswers}} answers: more than chance.",
          {
            own: percent(doubt.own.right / doubt.own.outOf),
            ownAnswers: doubt.own.outOf,
            others: percent(doubt.others.right / doubt.others.outOf),
            otherAnswers: doubt.others.outOf,
          },
        ),
      };
    case "measuresElse":
      return {
        name: t("It may measure something else"),
        why: t("Those who do well elsewhere hardly get it right more often than the others ({{figure}}).", {
          figure: fitFigure(doubt),
        }),
      };
    case "drifted": {
      const { before, now, around, isTopic } = doubt;
      const isEasier = now.right > before.right;
      const terms = {
        ...{ before: percent(before.right), beforeAnswers: before.answers },
        ...{ now: percent(now.right), nowAnswers: now.answers },
      };
      return {
        name: isEasier ? t("It has become easier") : t("It has become harder"),
        why: [
          t(
            "Of 100 average students {{before}} would have got it right in earlier years, {{now}} would this year; {{beforeAnswers}} and {{nowAnswers}} answers: more than chance.",
            terms,
          ),
          driftMeans({ isEasier, isTopic, around }),
        ].join(" "),
      };
    }
    case "unused":
      return {
        name: t("Nobody chooses “{{answer}}”", { answer: doubt.answer }),
        why: t("At most {{most}} of 100 would: another wrong option may tell more.", { most: percent(doubt.high) }),
      };
  }
}
