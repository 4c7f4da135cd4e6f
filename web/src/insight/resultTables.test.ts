import type { AnswerRow } from "@verdant/contract/answers";
import type { ItemResult, Results, StudentResult } from "@verdant/contract/insight";
import Papa from "papaparse";
import { expect, test } from "vitest";
import { csvFiles, sheetOf } from "../platform/saveTables.ts";
import { resultTables } from "./resultTables.ts";

const item = (position: number, stem: string): ItemResult => ({
  ...{
    itemId: `i${position}`,
    position,
    number: 10 + position,
    kind: "shortText",
    stem,
    topicId: null,
    topic: "Meanders",
  },
  ...{
    strand: null,
    stimulusId: null,
    facility: { right: 14, outOf: 20, low: 0.48, high: 0.85 },
    discrimination: null,
  },
  ...{
    choices: [],
    notes: [],
    waiting: 0,
    notReached: 1,
    reasons: [],
    ruling: null,
    second: null,
    time: null,
    revisionId: "r",
  },
});
const student = (name: string, mark: number | null, credits: (number | null)[]): StudentResult => ({
  ...{ studentId: name, name, className: "9C", state: mark === null ? "running" : "handedIn", leftOn: null, goes: [] },
  ...{ mark, outOf: 2 },
  marks: credits.map((credit, i) => ({ position: i + 1, credit, isReached: credit !== null })),
});
const results = {
  ...{ name: "Rivers", className: "9C" },
  // As the page has them: the weakest first.
  items: [
    item(2, "=HYPERLINK(1)"),
    { ...item(1, "Where?"), second: { right: 2, given: 5 }, time: { low: 12, median: 20.5, high: 31, of: 9 } },
  ],
  perStudent: [student("Ada Norbury", 1.5, [1, 0.5]), student("@Bea", null, [0, null])],
} as unknown as Results;
const answer: AnswerRow = {
  ...{ studentId: "s", name: "Ada Norbury", go: 1, position: 2, itemNumber: 12, question: "=HYPERLINK(1)" },
  ...{ use: "reserved", answer: "-13", state: "marked", credit: 0.5, seconds: 12.5, reason: "+1 from my brother" },
};
const tables = resultTables(results, [answer, { ...answer, state: "waiting", credit: null, answer: null }]);

test("marks, questions and answers: in the order of the quiz, each student's credit under its question", () => {
  expect(tables.map(({ name, columns }) => [name, columns.length])).toEqual([
    ["Marks", 6],
    ["Questions", 16],
    ["Answers", 11],
  ]);
  const [marks, questions, answers] = tables;
  expect(marks?.columns.slice(4)).toEqual(["Question 1", "Question 2"]);
  expect(marks?.rows).toEqual([
    ["Ada Norbury", "handed in", 1.5, 2, 1, 0.5],
    ["@Bea", "in progress", null, null, 0, null],
  ]);
  expect(questions?.rows[0]?.slice(0, 3)).toEqual([1, 11, "Where?"]);
  expect(questions?.rows.map((row) => row.slice(11))).toEqual([
    [5, 2, 20.5, 12, 31],
    [0, 0, null, null, null],
  ]);
  expect(answers?.rows[0]?.slice(5)).toEqual(["reserved for tests", "-13", "marked", 0.5, 12.5, "+1 from my brother"]);
  expect(answers?.rows[1]?.slice(6, 9)).toEqual([null, "waits for a mark", null]);
  for (const { columns, rows } of tables) for (const row of rows) expect(row).toHaveLength(columns.length);
});

test("in the workbook numbers are numbers, and a text that looks like a formula is a text", () => {
  const [heading, first] = sheetOf(tables[0]!);
  expect(heading?.[0]).toMatchObject({ value: "Student", type: String });
  expect(first?.slice(0, 5)).toMatchObject([
    { value: "Ada Norbury", type: String },
    { value: "handed in", type: String },
    { value: 1.5, type: Number },
    { value: 2, type: Number },
    { value: 1, type: Number },
  ]);
  expect(sheetOf(tables[1]!)[2]?.[2]).toEqual({ value: "=HYPERLINK(1)", type: String });
});

test("as CSV three files, with nothing that a spreadsheet would work out; plain numbers stay", () => {
  const files = csvFiles(tables);
  expect(Object.keys(files)).toEqual(["Marks.csv", "Questions.csv", "Answers.csv"]);
  const read = Papa.parse<string[]>((files["Answers.csv"] ?? "").slice(1)).data;
  expect(read[1]?.[4]).toBe("'=HYPERLINK(1)");
  expect(read[1]?.[6]).toBe("-13");
  expect(read[1]?.[10]).toBe("'+1 from my brother");
  expect(files["Marks.csv"]).toContain("\r\n'@Bea,in progress,,,0,");
});
