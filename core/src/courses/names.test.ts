import { expect, test } from "vitest";
import { readNames } from "./names.ts";

test.each([
  ["Ada Quill", ["Ada", "Quill"]],
  ["Moss, Ben", ["Ben", "Moss"]],
  ["12. Mary Ann Lindley", ["Mary Ann", "Lindley"]],
  ["Jan van der Meer", ["Jan", "van der Meer"]],
  ["Stone\tIvy\t8B", ["Ivy", "Stone"]],
  ["Zola", ["Zola", ""]],
  ["王小明", ["王小明", ""]],
  ["محمد الأمين", ["محمد", "الأمين"]],
  ["Björk, ", ["Björk,", ""]],
])("%s", (line, [givenName = "", familyName = ""]) => {
  expect(readNames(line)).toMatchObject({ left: [] });
  const [name] = readNames(line).names;
  expect([name?.givenName.replace(",", ""), name?.familyName]).toEqual([givenName.replace(",", ""), familyName]);
});

test("a name that stands there twice is taken once and said, and so is what is too long for a name; empty lines are nothing", () => {
  const endless = "x".repeat(301);
  expect(readNames(`\nAda Quill\r\n\r\nada quill\n${endless}\n`)).toEqual({
    names: [{ givenName: "Ada", familyName: "Quill" }],
    left: [
      { line: "ada quill", why: "twice" },
      { line: endless, why: "tooLong" },
    ],
  });
});

test("a list made only to cost time is read in no time: spaces, separators, digits", () => {
  for (const unit of [" ", "\t", ";", "1", "1. ", "a ", " ;"]) {
    const begun = performance.now();
    readNames(`a${unit.repeat(50_000 / unit.length)}b`);
    // What it took before was seconds, and grew with the square.
    expect(performance.now() - begun).toBeLessThan(1500);
  }
});
