import fc from "fast-check";
import { expect, test } from "vitest";
import { neutralCell, plainCell } from "./cellText.ts";

test.each([
  ["=1+1", "'=1+1"],
  [" \t=1", "' \t=1"],
  ["@home", "'@home"],
  ["|pipe", "'|pipe"],
  ["-12 °C", "'-12 °C"],
  ["-13", "-13"],
  ["+3,5", "+3,5"],
  ["'=1", "''=1"],
  ["'tis", "'tis"],
  ["", ""],
])("%j is written as %j", (text, cell) => {
  expect(neutralCell(text)).toBe(cell);
  expect(plainCell(cell)).toBe(text);
});

const awkward = fc.string({ unit: fc.constantFrom("'", "=", "+", "-", "@", "|", "\t", "\r", " ", "1", ",", "a") });

test("whatever it begins with, it comes back, and no spreadsheet would work it out", () => {
  fc.assert(
    fc.property(awkward, (text) => {
      const cell = neutralCell(text);
      expect(plainCell(cell)).toBe(text);
      expect(/^\s*[=@|]/.test(cell)).toBe(false);
    }),
  );
});
