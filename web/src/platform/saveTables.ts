/** Tables to take away: as the sheets of one workbook, or as one CSV file each. */
import { strToU8, zipSync } from "fflate";
import type { SheetData } from "write-excel-file/universal";
import { csvText, type Cell } from "./csvText.ts";
import { saveFile } from "./saveFile.ts";

export interface Table {
  /** Of the sheet, and of the file. */
  readonly name: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

/** Numbers are numbers, and every text is a text: a workbook has no formula that nobody wrote. */
export const sheetOf = ({ columns, rows }: Table): SheetData => [
  columns.map((value) => ({ value, type: String, fontWeight: "bold" as const })),
  ...rows.map((row) =>
    row.map((value) =>
      value === null ? null : typeof value === "number" ? { value, type: Number } : { value, type: String },
    ),
  ),
];

export const csvFiles = (tables: readonly Table[]): Readonly<Record<string, string>> =>
  Object.fromEntries(tables.map(({ name, columns, rows }) => [`${name}.csv`, csvText(columns, rows)]));

/** Without what some systems do not have in a file's name. */
const fileName = (name: string) => name.replace(/[\\/:*?"<>|\s]+/g, " ");

/** @param name of the file, without its ending */
export async function saveTables(as: "workbook" | "csv", tables: readonly Table[], name: string): Promise<void> {
  if (as === "workbook") {
    const { default: write } = await import("write-excel-file/universal");
    const sheets = tables.map((table) => ({ data: sheetOf(table), sheet: table.name, stickyRowsCount: 1 }));
    saveFile(await write(sheets).toBlob(), `${fileName(name)}.xlsx`);
    return;
  }
  const files = Object.entries(csvFiles(tables));
  const zip = zipSync(Object.fromEntries(files.map(([file, text]) => [file, strToU8(text)])));
  // A copy, since a view of a larger buffer is no part of a file.
  saveFile(new Blob([new Uint8Array(zip)], { type: "application/zip" }), `${fileName(name)}.zip`);
}
