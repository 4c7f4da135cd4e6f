/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about, options } from "../exampleParts.ts";

export const example: ContentOf<"optionSet"> = {
  kind: "optionSet",
  ...about("Rivers flow uphill."),
  setName: "true or false",
  options: options("True", "False"),
};
