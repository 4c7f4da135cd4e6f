/** How sure we are that a standard is secured, in a word and a colour: results, marks and their sheets say the same. */
import type { StandardResult } from "@verdant/contract/insight";
import { tenthOf, t } from "../platform/words.ts";

export type MasteryWord = StandardResult["students"][number]["label"];

/** From surest to least known. */
export const masteryOrder = ["secure", "uncertain", "notYet", "tooEarly", "noEvidence"] as const;

export const masteryWords: Record<MasteryWord, string> = {
  secure: t("secure"),
  uncertain: t("uncertain"),
  notYet: t("not yet"),
  tooEarly: t("too early to say"),
  noEvidence: t("no answers"),
};

export const masteryTones: Record<MasteryWord, string> = {
  secure: "primary.main",
  uncertain: "info.main",
  notYet: "error.main",
  tooEarly: "text.secondary",
  noEvidence: "divider",
};

/** Of its word: the colour of a line is too pale to read. */
export const masteryTextTone = (label: MasteryWord): string =>
  label === "noEvidence" ? "text.secondary" : masteryTones[label];

/** "4.5 of 6" */
export const rightOf = ({ right, given }: { readonly right: number; readonly given: number }): string =>
  t("{{right}} of {{given}}", { right: tenthOf(right), given });
