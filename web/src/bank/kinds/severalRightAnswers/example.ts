/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about, options } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"severalRightAnswers"> = {
  kind: "severalRightAnswers",
  ...about(t("Which are built up by the sea?")),
  scoring: "partial",
  options: options("A bar", "A beach", t("An arch")),
};
