/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { richTextOf } from "@verdant/core/richText";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"match"> = {
  kind: "match",
  ...about("Match."),
  scoring: "partial",
  pairs: [
    { id: "p", left: richTextOf(t("Coal")), rightId: "f" },
    { id: "q", left: richTextOf(t("Wind")), rightId: "r" },
  ],
  rights: [
    { id: "f", text: "fossil" },
    { id: "r", text: "renewable" },
  ],
};
