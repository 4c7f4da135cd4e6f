import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { alikeAnswers, similarSentences } from "./alike.ts";

describe("sentences that mean the same", () => {
  test("stand together though they are not said in the same words, the largest group first", () => {
    expect(
      similarSentences([
        "I guessed",
        "I thought the sea wears the bank away",
        "I thought that the sea wears the bank away",
        "because I thought the sea wears it away",
        "I mixed up erosion and deposition",
      ]),
    ).toEqual([[1, 2, 3], [0], [4]]);
    expect(similarSentences([])).toEqual([]);
    expect(similarSentences(["?", "?", "!"])).toEqual([[0, 1], [2]]);
  });
});

describe("answers that say the same", () => {
  test("are grouped whatever their capitals, marks and slips of one letter are", () => {
    const texts = [
      "The outer bank is eroded.",
      "Because of the wind",
      "the outer bank is  eroded",
      "The outer bank is erroded!",
      "the outer bank is deposited",
    ];
    expect(alikeAnswers(texts)).toEqual([[0, 2, 3], [1], [4]]);
  });

  test.each([
    ["It is eroded.", "It is not eroded."],
    ["It does erode the bank.", "It does not erode bank."],
    ["The birth rate rises by 12 per cent.", "The birth rate rises by 13 per cent."],
    ["It gets hot in the south.", "It gets hot in the north."],
    ["Erosion increases on the outer bend.", "Erosion decreases on the outer bend."],
    ["The inner bank", "The outer bank"],
    ["erosion", "erosian of the bank"],
    ["erosion", "erosien"],
  ])("%s is not %s", (a, b) => {
    expect(alikeAnswers([a, b])).toEqual([[0], [1]]);
  });

  test("what has no words is like nothing but itself", () => {
    expect(alikeAnswers([])).toEqual([]);
    expect(alikeAnswers(["?", "…", "rain"])).toEqual([[0, 1], [2]]);
  });

  test("each answer is in one group, the same ones are together, and who answered first leads", () => {
    const answer = fc.array(fc.constantFrom("erosion", "erosian", "bank", "not", "12", "river"), { maxLength: 5 });
    fc.assert(
      fc.property(fc.array(answer, { maxLength: 30 }), (answers) => {
        const texts = answers.map((words) => words.join(" "));
        const groups = alikeAnswers(texts);
        expect(groups.flat().sort((a, b) => a - b)).toEqual(texts.map((_, i) => i));
        for (const [first = 0, ...others] of groups) for (const other of others) expect(other).toBeGreaterThan(first);
        const groupOf = (i: number) => groups.findIndex((group) => group.includes(i));
        for (const [i, text] of texts.entries()) expect(groupOf(texts.indexOf(text))).toBe(groupOf(i));
      }),
    );
  });
});
