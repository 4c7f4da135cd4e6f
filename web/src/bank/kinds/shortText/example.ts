/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"shortText"> = {
  kind: "shortText",
  ...about(t("What is molten rock called?")),
  accepted: [{ id: "a", text: "magma" }],
  caseMatters: false,
  allowsNearMiss: true,
  expectedWrong: [],
};
