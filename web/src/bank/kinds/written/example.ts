/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"written"> = {
  kind: "written",
  ...about(t("Why do spits bend?")),
  lines: 2,
  criteria: [],
  showsCriteria: false,
};
