/** The facets of a search, and the words for the values of those that a department cannot change. */
import { kindNames } from "@verdant/core/items/kindNames";

export const facetNames = [
  "topic",
  "standard",
  "kind",
  "demand",
  "status",
  "use",
  "lacks",
  "owner",
  "tag",
  "language",
  "went",
  "used",
] as const;
export type FacetName = (typeof facetNames)[number];

const same = (...words: string[]) => Object.fromEntries(words.map((word) => [word, word]));

export const closedValues = {
  kind: kindNames,
  demand: same("recall", "apply", "reason"),
  status: { ...same("draft", "approved", "retired"), inReview: "in review" },
  use: same("practice", "reserved"),
  lacks: same("topic", "standard", "explanation"),
  language: { "en-GB": "en-GB", "de-DE": "de-DE", "fr-FR": "fr-FR", "es-ES": "es-ES", "cy-GB": "cy-GB" },
} as const satisfies Partial<Record<FacetName, Record<string, string>>>;
