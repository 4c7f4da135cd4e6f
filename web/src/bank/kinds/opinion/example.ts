/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"opinion"> = {
  kind: "opinion",
  ...about(t("How sure are you?")),
  form: "scale",
  choices: [],
  steps: 4,
  low: t("not at all"),
  high: "very",
};
