/** Tables as bytes: CSV and workbooks, read within bounds and written so that spreadsheets open them as they are. */
import { neutralCell, plainCell } from "@verdant/core/cellText";
import Papa from "papaparse";
import readSheets from "read-excel-file/node";
import writeWorkbook from "write-excel-file/node";
import { Failure } from "../../platform/failure.ts";
import type { Archive } from "../zip.ts";

export interface Sheet {
  readonly name: string;
  readonly rows: readonly (readonly Cell[])[];
}
/** What stands in a cell; a date is what a spreadsheet has made of something like "3-4". */
export type Cell = string | { readonly date: string };

/** What bounds the work on a table. */
export const tableBounds = {
  bytes: 100 * 1024 * 1024,
  rows: 20_000,
  columns: 200,
  /** Characters of one cell. */
  cell: 200_000,
} as const;
/** Characters that a cell of a workbook can hold. */
export const workbookCell = 32_767;

const encodings = [
  [[0xef, 0xbb, 0xbf], "utf-8"],
  [[0xff, 0xfe], "utf-16le"],
  [[0xfe, 0xff], "utf-16be"],
] as const;

export interface ReadCsv {
  readonly sheet: Sheet;
  readonly separator: string;
  /** null: UTF-8, as it should be. */
  readonly encoding: string | null;
}

/** @throws Failure where it is no text, or more than a table of items can be */
export function readCsv(bytes: Buffer, mostRows: number = tableBounds.rows): ReadCsv {
  const { text, encoding } = textOf(bytes);
  const separator = separatorOf(text);
  const rows: string[][] = [];
  Papa.parse<string[]>(text, {
    delimiter: separator,
    step: ({ data, errors }) => {
      // What stands after it would be swallowed by one cell.
      if (errors.some(({ type }) => type === "Quotes")) throw new Failure("tableQuoteOpen", { row: rows.length + 1 });
      rows.push(withinBounds(data, rows.length, mostRows));
    },
  });
  return { sheet: { name: "", rows: rows.map((row) => row.map(plainCell)) }, separator, encoding };
}

function withinBounds<T extends Cell>(row: T[], before: number, mostRows: number = tableBounds.rows): T[] {
  if (before >= mostRows) throw new Failure("tableTooManyRows", { most: mostRows });
  if (row.length > tableBounds.columns)
    throw new Failure("tableTooManyColumns", { most: tableBounds.columns, row: before + 1 });
  if (row.some((cell) => typeof cell === "string" && cell.length > tableBounds.cell))
    throw new Failure("tableCellTooLong", { most: tableBounds.cell, row: before + 1 });
  return row;
}

function textOf(bytes: Buffer): { text: string; encoding: string | null } {
  const [marks, marked] = encodings.find(([mark]) => mark.every((byte, i) => bytes[i] === byte)) ?? [];
  try {
    const text = new TextDecoder(marked ?? "utf-8", { fatal: true }).decode(bytes);
    if (text.includes("\0")) throw new Failure("tableNoText", {});
    return { text, encoding: marked === undefined || marked === "utf-8" ? null : marked.toUpperCase() };
  } catch (error) {
    if (error instanceof Failure || marks !== undefined || bytes.includes(0)) throw new Failure("tableNoText", {});
    // What spreadsheets of western Europe write where they are not told otherwise.
    return { text: new TextDecoder("windows-1252").decode(bytes), encoding: "Windows-1252" };
  }
}

/** The sign that parts most headings. */
function separatorOf(text: string): string {
  const [first = ""] = text.replace(/^\s+/, "").slice(0, 20_000).split(/\r?\n/, 1);
  const plain = first.replaceAll(/"[^"]*"/g, "");
  const counted = [",", ";", "\t"].map((sign) => ({ sign, times: plain.split(sign).length }));
  return counted.sort((a, b) => b.times - a.times)[0]?.sign ?? ",";
}

/** @throws Failure where it is no workbook, or more than a table of items can be */
export async function readWorkbook(archive: Archive, bytes: Buffer): Promise<Sheet[]> {
  // Counted by what the files in it grow to, before anything else opens it.
  for (const path of archive.paths)
    for await (const _ of archive.pieces(path, tableBounds.bytes)) {
      // Nothing of it is kept.
    }
  let read: Awaited<ReturnType<typeof readSheets>>;
  try {
    read = await readSheets(bytes);
  } catch (error) {
    throw new Failure("workbookBroken", {}, { cause: error });
  }
  return read.map(({ sheet, data }) => ({
    name: sheet,
    rows: data.map((row, i) => withinBounds(row.map(cellOf), i)),
  }));
}

function cellOf(value: unknown): Cell {
  if (value instanceof Date) return { date: Number.isNaN(value.getTime()) ? "" : value.toISOString().slice(0, 10) };
  if (typeof value === "boolean") return value ? "true" : "false";
  return typeof value === "string" ? plainCell(value) : typeof value === "number" ? String(value) : "";
}

/** Rows as CSV, with the mark by which spreadsheets know UTF-8. */
export async function* writeCsv(rows: AsyncIterable<readonly string[]>): AsyncGenerator<Buffer> {
  let start = "\uFEFF";
  for await (const row of rows) {
    yield Buffer.from(`${start}${Papa.unparse([row.map(neutralCell)])}\r\n`);
    start = "";
  }
}

/** Columns, in characters, that one reads most of. */
const widths = new Map([
  ["stem", 60],
  ...["passage", "explanation", "next_step", "topic", "title"].map((name) => [name, 36] as const),
  ...["a", "b", "c", "d", "e", "f"].map((letter) => [`option_${letter}`, 28] as const),
]);

/** Rows as the only sheet of a workbook. */
export async function* writeSheet(rows: AsyncIterable<readonly string[]>, name: string): AsyncGenerator<Buffer> {
  const data: ({ value: string; type: StringConstructor; fontWeight?: "bold"; wrap?: boolean } | null)[][] = [];
  for await (const row of rows) {
    const isHead = data.length === 0;
    data.push(
      row.map((cell) =>
        cell === "" ? null : { value: neutralCell(cell), type: String, ...(isHead && { fontWeight: "bold" as const }) },
      ),
    );
  }
  const columns = (data[0] ?? []).map((head) => ({ width: widths.get(head?.value ?? "") ?? 16 }));
  yield await writeWorkbook(data, { sheet: name, columns, stickyRowsCount: 1 }).toBuffer();
}
