/** A small item to try where a kind is chosen. */
import type { ContentOf } from "@verdant/core/items/kinds";
import { about } from "../exampleParts.ts";
import { t } from "../../../platform/words.ts";

export const example: ContentOf<"pointOnImage"> = {
  kind: "pointOnImage",
  ...about(t("Where is the town?")),
  image: {
    type: "image",
    hash: "",
    alt: t("A small map with a river, the sea and a town"),
    credit: "",
    width: 240,
    height: 120,
  },
  regions: [
    { id: "town", label: "north-east", shape: { type: "circle", x: 176, y: 28, radius: 16 }, isKey: true },
    { id: "mouth", label: "south-west", shape: { type: "circle", x: 30, y: 104, radius: 16 }, isKey: false },
  ],
  showsRegions: false,
};
