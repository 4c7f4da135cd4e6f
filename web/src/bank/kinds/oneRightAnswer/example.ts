/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about, options } from "../exampleParts.ts";

export const example: ContentOf<"oneRightAnswer"> = {
  kind: "oneRightAnswer",
  ...about("Which grows past a bend?"),
  options: options("A spit", "A cave"),
};
