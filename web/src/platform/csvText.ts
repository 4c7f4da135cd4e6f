/** Tables as CSV that a spreadsheet opens as it is: UTF-8 with a mark, lines that end as it expects, no cell a formula. */
import { neutralCell } from "@verdant/core/cellText";
import Papa from "papaparse";

export type Cell = string | number | null;

export const csvText = (columns: readonly string[], rows: readonly (readonly Cell[])[]): string =>
  `\uFEFF${Papa.unparse({
    fields: [...columns],
    data: rows.map((row) => row.map((cell) => (typeof cell === "string" ? neutralCell(cell) : (cell ?? "")))),
  })}\r\n`;
