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
          "{{own}} % right, its look-alikes {{others}} %, in {{ownAnswers}} and {{otherAnswers}} answers: more than chance.",
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
    case "unused":
      return {
        name: t("Nobody chooses “{{answer}}”", { answer: doubt.answer }),
        why: t("At most {{most}} of 100 would: another wrong option may tell more.", { most: percent(doubt.high) }),
      };
  }
}
