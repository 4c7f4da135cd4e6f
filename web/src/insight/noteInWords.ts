/** What the figures say deserves a look, in words. */
import type { ChoiceNote, ItemNote } from "@verdant/contract/insight";
import { t } from "../platform/words.ts";

const itemWords: Readonly<Record<ItemNote["code"], (answer: string) => string>> = {
  keyDoubtful: (answer) => t("Check the key: the answers speak for “{{answer}}”.", { answer }),
  muchHarder: () => t("Much harder than its writer thought: look at the question and its key."),
  muchEasier: () => t("Much easier than its writer thought: something may give it away."),
};

export const noteInWords = ({ code, answer = "" }: ItemNote): string => itemWords[code](answer);

export const choiceWords: Readonly<Record<ChoiceNote, string>> = {
  watchTop: t("more of the top third chose this than the key"),
  beatsKeyInTop: t("the top third prefers this to the key: check the key"),
  attractsStrong: t("those who did well elsewhere choose this: check the wording"),
  unused: t("nobody chooses this: replace this option"),
};
