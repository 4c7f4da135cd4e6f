/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { readPassage } from "@verdant/core/items/fillGaps";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"fillGaps"> = {
  kind: "fillGaps",
  ...about(t("Fill the gaps.")),
  scoring: "partial",
  passage: readPassage(t("Swash runs [up | down] the beach."), ["g"], () => "g"),
  allowsNearMiss: false,
};
