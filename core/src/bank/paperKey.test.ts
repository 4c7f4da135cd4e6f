import { expect, test } from "vitest";
import { plainText } from "../richText.ts";
import { readPaperKey } from "./paperKey.ts";

test("a string of letters makes a question each, whatever stands between them", () => {
  const { items, findings } = readPaperKey("ab dC\n5) a", "the March paper", 4, "1-2 LG.1.3; 2: LG.1.4");
  expect(findings).toEqual([]);
  expect(items.map(({ content, standards }) => [plainText(content.stem), content.key, standards])).toEqual([
    ["Question 1 of the March paper", 0, ["LG.1.3"]],
    ["Question 2 of the March paper", 1, ["LG.1.3", "LG.1.4"]],
    ["Question 3 of the March paper", 3, []],
    ["Question 4 of the March paper", 2, []],
    ["Question 5 of the March paper", 0, []],
  ]);
});

test("letters that the paper has not, and ranges that are none, are said; the rest is read", () => {
  const { items, findings } = readPaperKey("AE?B", "", 4, "1-9 LG.1, all LG.2");
  expect(items.map((item) => item.number)).toEqual([1, 4]);
  expect(plainText(items[0]!.content.stem)).toBe("Question 1 of the paper");
  expect(findings).toEqual([
    { code: "rangeBeyond", terms: { range: "1-9 LG.1", questions: 4 } },
    { code: "rangeUnreadable", terms: { range: "all LG.2" } },
    { code: "letterUnknown", terms: { question: 2, letter: "E", last: "D" } },
    { code: "letterUnknown", terms: { question: 3, letter: "?", last: "D" } },
  ]);
});
