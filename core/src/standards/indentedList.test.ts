import { expect, test } from "vitest";
import { readIndentedList } from "./indentedList.ts";

test("codes, statements, wording for students and depth are read; bullets and blank lines do not matter", () => {
  const { standards, faults } = readIndentedList(
    "G1 Rivers\n\t- G1.1 Explain erosion. :: You can explain erosion.\n\n\t- G1.2: Explain bends\nG2 Coasts",
  );
  expect(faults).toEqual([]);
  expect(
    standards.map(({ code, statement, studentWording, parent }) => [code, statement, studentWording, parent]),
  ).toEqual([
    ["G1", "Rivers", null, null],
    ["G1.1", "Explain erosion.", "You can explain erosion.", "G1"],
    ["G1.2", "Explain bends", null, "G1"],
    ["G2", "Coasts", null, null],
  ]);
});

test("lines without a code are numbered by their place", () => {
  const { standards } = readIndentedList("Rivers\n  Erosion\n  Deposition\nCoasts\n  Waves");
  expect(standards.map(({ code, parent }) => [code, parent])).toEqual([
    ["1", null],
    ["1.1", "1"],
    ["1.2", "1"],
    ["2", null],
    ["2.1", "2"],
  ]);
});

test("a code that stands twice is said with its line, and only the first is taken", () => {
  const { standards, faults } = readIndentedList("A1 One\nA1 Another");
  expect(standards).toHaveLength(1);
  expect(faults).toEqual([{ code: "listCodeTwice", terms: { line: 2, standard: "A1" } }]);
  expect(readIndentedList("A1 One\n:: only for students").faults).toEqual([
    { code: "listStatementMissing", terms: { line: 2 } },
  ]);
});
