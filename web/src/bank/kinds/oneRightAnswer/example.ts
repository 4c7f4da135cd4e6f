/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about, options } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"oneRightAnswer"> = {
  kind: "oneRightAnswer",
  ...about(t("Which grows past a bend?")),
  options: options("A spit", "A cave"),
};
