/** The results of a release to take away: marks, questions and answers, as a workbook or as three CSV files. */
import type { AnswerRow } from "@verdant/contract/answers";
import type { Results } from "@verdant/contract/insight";
import { kindNames } from "@verdant/core/items/kindNames";
import { strToU8, zipSync } from "fflate";
import type { SheetData } from "write-excel-file/universal";
import { csvText, type Cell } from "../platform/csvText.ts";
import { saveFile } from "../platform/saveFile.ts";
import { t } from "../platform/words.ts";

export interface ResultTable {
  /** Of the sheet, and of the file. */
  readonly name: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

const stateWords: Readonly<Record<AnswerRow["state"], string>> = {
  marked: t("marked"),
  waiting: t("waits for a mark"),
  notReached: t("not reached"),
  noMark: t("an opinion, no mark"),
};
const useWords = { practice: t("practice"), reserved: t("reserved for tests") };
const inState = { notBegun: t("not begun"), running: t("in progress"), handedIn: t("handed in") };

/** What the page shows, as numbers and texts; `answers` are of the same class and goes. */
export function resultTables(results: Results, answers: readonly AnswerRow[]): ResultTable[] {
  const items = [...results.items].sort((a, b) => a.position - b.position);
  return [
    {
      name: t("Marks"),
      columns: [
        t("Student"),
        t("Where they are"),
        t("Mark"),
        t("Out of"),
        ...items.map((item) => t("Question {{number}}", { number: item.position })),
      ],
      rows: results.perStudent.map(({ name, state, mark, outOf, marks }) => {
        const credits = new Map(marks.map((one) => [one.position, one.credit]));
        return [
          name,
          inState[state],
          mark,
          mark === null ? null : outOf,
          ...items.map((item) => credits.get(item.position) ?? null),
        ];
      }),
    },
    {
      name: t("Questions"),
      columns: [
        ...[t("Question number"), t("Item"), t("Question"), t("Kind"), t("Topic")],
        ...[t("Right"), t("Of"), t("At least"), t("At most"), t("Not reached"), t("Waits for a mark")],
        ...[t("Second answers"), t("Right at the second answer")],
        ...[t("Seconds, middle"), t("Seconds, lower quarter"), t("Seconds, upper quarter")],
      ],
      rows: items.map(({ position, number, stem, kind, topic, facility, notReached, waiting, second, time }) => [
        ...[position, number, stem, kindNames[kind], topic],
        ...[facility.right, facility.outOf, facility.low, facility.high, notReached, waiting],
        ...[second?.given ?? 0, second?.right ?? 0],
        ...[time?.median ?? null, time?.low ?? null, time?.high ?? null],
      ]),
    },
    {
      name: t("Answers"),
      columns: [
        ...[t("Student"), t("Go"), t("Question number"), t("Item"), t("Question"), t("Use")],
        ...[t("Answer"), t("State"), t("Credit, 0 to 1"), t("Seconds"), t("Why, in the student’s words")],
      ],
      rows: answers.map((one) => [
        ...[one.name, one.go, one.position, one.itemNumber, one.question, useWords[one.use]],
        ...[one.answer, stateWords[one.state], one.credit, one.seconds, one.reason],
      ]),
    },
  ];
}

/** Numbers are numbers, and every text is a text: a workbook has no formula that nobody wrote. */
export const sheetOf = ({ columns, rows }: ResultTable): SheetData => [
  columns.map((value) => ({ value, type: String, fontWeight: "bold" as const })),
  ...rows.map((row) =>
    row.map((value) =>
      value === null ? null : typeof value === "number" ? { value, type: Number } : { value, type: String },
    ),
  ),
];

export const csvFiles = (tables: readonly ResultTable[]): Readonly<Record<string, string>> =>
  Object.fromEntries(tables.map(({ name, columns, rows }) => [`${name}.csv`, csvText(columns, rows)]));

const nameOf = ({ name, className }: Results) =>
  t("Results {{className}} {{name}}", { className, name }).replace(/[\\/:*?"<>|\s]+/g, " ");

export async function saveWorkbook(results: Results, answers: readonly AnswerRow[]): Promise<void> {
  const { default: write } = await import("write-excel-file/universal");
  const sheets = resultTables(results, answers).map((table) => ({
    ...{ data: sheetOf(table), sheet: table.name, stickyRowsCount: 1 },
  }));
  saveFile(await write(sheets).toBlob(), `${nameOf(results)}.xlsx`);
}

export function saveCsv(results: Results, answers: readonly AnswerRow[]): void {
  const files = Object.entries(csvFiles(resultTables(results, answers)));
  const zip = zipSync(Object.fromEntries(files.map(([name, text]) => [name, strToU8(text)])));
  // A copy, since a view of a larger buffer is no part of a file.
  saveFile(new Blob([new Uint8Array(zip)], { type: "application/zip" }), `${nameOf(results)}.zip`);
}
