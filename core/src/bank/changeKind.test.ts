import { expect, test } from "vitest";
import type { OneRightAnswer } from "../items/oneRightAnswer.ts";
import { richTextOf } from "../richText.ts";
import { editDistance } from "../editDistance.ts";
import { changeKindOf } from "./changeKind.ts";

const item = (stem: string, key = 0): OneRightAnswer => ({
  kind: "oneRightAnswer",
  schemaVersion: 1,
  stem: richTextOf(stem),
  options: ["Lateral erosion", "Vertical erosion"].map((text, i) => ({
    id: `o${i}`,
    text: richTextOf(text),
    isKey: i === key,
  })),
});
const before = item("Which process widens a meander by cutting into its outer bank?");

test.each([
  ["a corrected letter is a typo", item("Which process widens a meander by cuting into its outer bank?"), "typo"],
  [
    "other words are wording",
    item("Which process widens a meander by wearing away the outside of the bend?"),
    "wording",
  ],
  ["another question is rewritten", item("Name one."), "rewritten"],
  [
    "another key is a key change, whatever the words",
    item("Which process widens a meander by cutting into its outer bank?", 1),
    "key",
  ],
] as const)("%s", (_, after, kind) => {
  expect(changeKindOf(before, after)).toBe(kind);
});

test("the first revision is the first, and the distance counts edits", () => {
  expect(changeKindOf(null, before)).toBe("first");
  expect(editDistance("kitten", "sitting")).toBe(3);
});
