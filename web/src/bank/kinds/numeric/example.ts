/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"numeric"> = {
  kind: "numeric",
  ...about(t("How long is it: 4 cm at 1 : 25 000?")),
  value: 1,
  tolerance: { kind: "absolute", amount: 0 },
  unit: "km",
  expectedWrong: [],
};
