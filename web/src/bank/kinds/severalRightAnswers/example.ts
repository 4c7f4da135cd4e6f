/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about, options } from "../exampleParts.ts";

export const example: ContentOf<"severalRightAnswers"> = {
  kind: "severalRightAnswers",
  ...about("Which are built up by the sea?"),
  scoring: "partial",
  options: options("A bar", "A beach", "An arch"),
};
