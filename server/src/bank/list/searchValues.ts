/** The words for the values of facets that a department cannot change. */
import type { FacetName } from "@verdant/contract/bank";
import { kindNames } from "@verdant/core/items/kindNames";

const same = (...words: string[]) => Object.fromEntries(words.map((word) => [word, word]));

export const closedValues = {
  kind: kindNames,
  demand: same("recall", "apply", "reason"),
  status: { ...same("draft", "approved", "retired"), inReview: "in review" },
  use: same("practice", "reserved"),
  lacks: same("topic", "standard", "explanation"),
  language: { "en-GB": "en-GB", "de-DE": "de-DE", "fr-FR": "fr-FR", "es-ES": "es-ES", "cy-GB": "cy-GB" },
} as const satisfies Partial<Record<FacetName, Record<string, string>>>;
