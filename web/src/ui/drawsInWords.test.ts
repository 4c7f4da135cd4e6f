import { expect, test } from "vitest";
import { drawsInWords } from "./drawsInWords.ts";

const draws = { powerOfTen: Math.log10(66), shared: 0.75, drawn: 2, chanceOfSame: 0.99952, goes: 6, shortest: null };

test("the odds are said for two neighbours, with what they share, the number of quizzes, and the goes without a repeat", () => {
  expect(drawsInWords(draws, 28)).toBe(
    "Of two neighbours 1 in 66 draw the same questions; on average they share 0.8 of 2, look-alikes counted. 66 different quizzes are possible; the chance that any two of 28 students have the same is over 99%. A student can take 6 goes before a drawn question comes again.",
  );
});

test("where all draw the same, or hardly ever do, that is what it says", () => {
  const one = drawsInWords({ ...draws, powerOfTen: 0, shared: 2, chanceOfSame: 1, goes: 1 }, 28);
  expect(one).toBe(
    "All get the same questions: there are no others to draw. In a second go some questions come again.",
  );
  const many = drawsInWords({ ...draws, powerOfTen: 27, shared: 13.3, drawn: 40, chanceOfSame: 1e-24 }, 28);
  expect(many).toContain("Two neighbours hardly ever draw the same questions");
  expect(many).toContain("More than a trillion different quizzes are possible");
  expect(many).toContain("under 0.1%");
});

test.each([
  [Math.log10(12_345), "12,345 different"],
  [7, "10 million different"],
  [Math.log10(2.4e8), "240 million different"],
  [9.3, "2 billion different"],
  [12, "More than a trillion different"],
])("10 to the %d quizzes are said as: %s", (powerOfTen, words) => {
  expect(drawsInWords({ ...draws, powerOfTen }, 28)).toContain(words);
});

test("of several draws the one where questions run out first is named", () => {
  const said = (parts: number[]) => drawsInWords({ ...draws, goes: 3, shortest: { parts, take: 1, families: 3 } }, 28);
  expect(said([2])).toContain(
    "A student can take 3 goes before a drawn question comes again. Shortest of what draws: part 2, 1 of 3 different questions.",
  );
  expect(said([1, 3])).toContain("Shortest of what draws: part 1 and part 3, 1 of 3");
});
