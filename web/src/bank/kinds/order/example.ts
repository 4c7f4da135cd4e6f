/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { richTextOf } from "@verdant/core/richText";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"order"> = {
  kind: "order",
  ...about(t("From source to mouth.")),
  scoring: "partial",
  steps: ["Spring", "Meander", "Delta"].map((text) => ({ id: text, text: richTextOf(text) })),
  first: "source",
  last: "mouth",
};
