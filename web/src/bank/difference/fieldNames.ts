import type { ContentField } from "@verdant/core/bank/fields";

export const fieldNames: Record<ContentField, string> = {
  question: "Question",
  answers: "Answers, key and scoring",
  explanation: "Explanation",
  nextStep: "Next step",
};
