/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"keyOnly"> = {
  kind: "keyOnly",
  ...about(t("Question 7 on the sheet.")),
  letters: 4,
  key: 1,
};
