/** Tables as CSV that a spreadsheet opens as it is: UTF-8 with a mark, lines that end as it expects, no cell a formula. */
import Papa from "papaparse";

export type Cell = string | number | null;

/** A number, as somebody may have typed it, is none. */
const number = /^\s*[+-]?\d+([.,]\d+)?\s*$/;
const begins = /^\s*[=+\-@|\t\r]/;

/** A text that a spreadsheet would take for a formula gets an apostrophe before it; a plain number does not. */
export const neutral = (text: string): string => (begins.test(text) && !number.test(text) ? `'${text}` : text);

export const csvText = (columns: readonly string[], rows: readonly (readonly Cell[])[]): string =>
  `\uFEFF${Papa.unparse({
    fields: [...columns],
    data: rows.map((row) => row.map((cell) => (typeof cell === "string" ? neutral(cell) : (cell ?? "")))),
  })}\r\n`;
