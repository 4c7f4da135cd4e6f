import type { ContentField } from "@verdant/core/bank/fields";
import { t } from "../../platform/words.ts";

export const fieldNames: Record<ContentField, string> = {
  question: t("Question"),
  answers: t("Answers, key and scoring"),
  explanation: t("Explanation"),
  nextStep: t("Next step"),
  nearly: t("Nearly there"),
};
