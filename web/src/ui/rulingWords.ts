/** What can be decided about a key that was found wrong, as teachers read it. */
import type { RulingName } from "@verdant/core/items/ruling";
import { t } from "../platform/words.ts";

export const rulingWords: Record<RulingName, { readonly name: string; readonly what: string; readonly short: string }> =
  {
    correct: {
      name: t("Another answer is right"),
      what: t("It gets the points; what was keyed gets none any more."),
      short: t("The key was corrected."),
    },
    accept: {
      name: t("Another answer is right as well"),
      what: t("Both get the points. Nobody loses any."),
      short: t("Another answer counts as well."),
    },
    award: {
      name: t("No answer can be held against anybody"),
      what: t("Everybody gets the points; what the class is thought to remember leaves the question out."),
      short: t("Everybody gets the points."),
    },
    drop: {
      name: t("The question should not count"),
      what: t("Its points leave the total, and what the class is thought to remember leaves it out."),
      short: t("No longer counts."),
    },
  };
