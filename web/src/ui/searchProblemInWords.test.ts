import { searchProblems } from "@verdant/contract/searchProblem";
import { expect, test } from "vitest";
import { searchProblemInWords } from "./searchProblemInWords.ts";

test("every problem has a sentence of its own, with what was typed where it helps", () => {
  const said = searchProblems.map((code) =>
    searchProblemInWords({ code, said: "nowhere", choices: ["recall", "apply"] }),
  );
  expect(new Set(said).size).toBe(searchProblems.length);
  expect(said[0]).toBe("No topic is called “nowhere”.");
  expect(said.at(-1)).toBe("“nowhere” is none of recall and apply.");
  for (const one of said) expect(one).not.toContain("{{");
});
