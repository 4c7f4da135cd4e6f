/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about, options } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"optionSet"> = {
  kind: "optionSet",
  ...about(t("Rivers flow uphill.")),
  setName: t("true or false"),
  options: options(t("True"), t("False")),
};
