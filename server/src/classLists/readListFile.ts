/** A zip file of class lists (OneRoster 1.2 or 1.1, CSV binding), read within bounds. */
import { Readable } from "node:stream";
import type { RosterTable, TableName } from "@verdant/core/classLists/roster";
import { readCsv } from "../exchange/table/sheets.ts";
import { openArchive } from "../exchange/zip.ts";
import { Failure } from "../platform/failure.ts";

export const listFileBounds = {
  /** Of the file as it comes. */
  bytes: 20 * 1024 * 1024,
  /** Of all that is in it. */
  inflated: 40 * 1024 * 1024,
  rows: 100_000,
} as const;

const names: readonly TableName[] = ["academicSessions", "courses", "classes", "users", "enrollments"];

/** @throws Failure where it is no zip file of class lists, holds only changes, or is more than can be read */
export async function readListFile(bytes: Buffer): Promise<Partial<Record<TableName, RosterTable>>> {
  const source = {
    size: bytes.length,
    read: (start: number, end: number) => Readable.from([bytes.subarray(start, end)]),
  };
  const archive = await openArchive(source, { entries: 200, bytes: listFileBounds.inflated, ratio: 200 });
  // Some put all files into a folder.
  const pathOf = (name: string) => [...archive.paths].find((path) => path === name || path.endsWith(`/${name}`));
  const manifest = pathOf("manifest.csv");
  if (manifest === undefined && pathOf("classes.csv") === undefined) throw new Failure("listsNotHere");
  if (manifest !== undefined) {
    const said = tableOf("manifest", await archive.read(manifest, listFileBounds.inflated));
    const onlyChanges = said.rows.filter(({ value = "" }) => value.trim().toLowerCase() === "delta");
    const of = names.find((name) => onlyChanges.some(({ propertyName }) => propertyName === `file.${name}`));
    if (of !== undefined) throw new Failure("listsOnlyChanges", { file: of });
  }
  const tables: Partial<Record<TableName, RosterTable>> = {};
  for (const name of names) {
    const path = pathOf(`${name}.csv`);
    if (path !== undefined) tables[name] = tableOf(name, await archive.read(path, listFileBounds.inflated));
  }
  return tables;
}

function tableOf(name: string, bytes: Buffer): RosterTable {
  const { sheet } = readCsv(bytes, listFileBounds.rows);
  const [first = [], ...rows] = sheet.rows.map((row) => row.map((cell) => (typeof cell === "string" ? cell : "")));
  const columns = first.map((heading) => heading.trim());
  const twice = columns.find((column, at) => column !== "" && columns.indexOf(column) !== at);
  if (twice !== undefined) throw new Failure("tableHeadingTwice", { heading: `${name}.csv: ${twice.slice(0, 100)}` });
  return {
    columns: columns.filter(Boolean),
    rows: rows
      .filter((row) => row.some((cell) => cell.trim() !== ""))
      .map((row) => Object.fromEntries(columns.map((column, at) => [column, (row[at] ?? "").trim()]))),
  };
}
