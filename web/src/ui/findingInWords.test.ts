import { ruleNames } from "@verdant/core/checker/finding";
import { faultCodes } from "@verdant/core/items/kind";
import { expect, test } from "vitest";
import { faultInWords } from "./faultInWords.ts";
import { findingInWords } from "./findingInWords.ts";

const terms = { n: 3, of: 5, to: 2, word: "spit", other: "bar" };

test.each(ruleNames)("%s has a sentence and a reason, with every term put in", (rule) => {
  const { text, reason, mend } = findingInWords({
    rule,
    terms,
    misspelt: [{ word: "erosoin", suggestion: "erosion" }],
  });
  for (const one of [text, reason]) expect(one).toMatch(/^[“A-Z\d].*\.$|^\w+ .*\.$/);
  expect(`${text}${reason}${mend}`).not.toMatch(/\{\{|undefined/);
});

test("what is misspelt is named with what may be meant, and all of it when several are", () => {
  const misspelt = [
    { word: "erosoin", suggestion: "erosion" },
    { word: "tombolo", suggestion: null },
  ];
  expect(findingInWords({ rule: "spelling", misspelt, terms: { word: "erosion" } })).toMatchObject({
    text: "Not in the dictionary: “erosoin” (perhaps “erosion”) and “tombolo”.",
    mend: "Write “erosion”",
  });
  expect(findingInWords({ rule: "spelling", misspelt, terms: { word: "" } }).mend).toBe("Write what is suggested");
});

test("none of several reasons is another sentence than some of several", () => {
  expect(findingInWords({ rule: "reasonsMissing", terms: { n: 3, of: 3 } }).text).toBe(
    "No wrong answer says why it is wrong.",
  );
  expect(findingInWords({ rule: "reasonsMissing", terms: { n: 1, of: 3 } }).text).toBe(
    "1 of 3 wrong answers do not say why they are wrong.",
  );
});

test.each(faultCodes)("the lack %s is said with its place or words", (code) => {
  const said = faultInWords({ code, terms: { n: 4, text: "Reasons" } });
  expect(said).toMatch(/^[“A-Z].*\.$/);
  expect(said).not.toMatch(/\{\{|undefined/);
});
