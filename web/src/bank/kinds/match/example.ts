/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { richTextOf } from "@verdant/core/richText";

export const example: ContentOf<"match"> = {
  kind: "match",
  ...about("Match."),
  scoring: "partial",
  pairs: [
    { id: "p", left: richTextOf("Coal"), rightId: "f" },
    { id: "q", left: richTextOf("Wind"), rightId: "r" },
  ],
  rights: [
    { id: "f", text: "fossil" },
    { id: "r", text: "renewable" },
  ],
};
