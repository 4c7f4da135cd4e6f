/** Reads a table of items into the form of a department file, and says of each row what became of it. */
import type { FileItem } from "@verdant/contract/exchange";
import type { Note, ReportRow } from "@verdant/contract/packages";
import { mediaOf } from "@verdant/core/items/kinds";
import { Failure } from "../../platform/failure.ts";
import { misconceptionsIn, toContent } from "../fileContent.ts";
import { emptyStructure } from "../qti/structure.ts";
import { Unusable } from "../unusable.ts";
import type { FileBody } from "../readDepartmentFile.ts";
import { columnOf, type Cells, type Column } from "./columns.ts";
import { keyOf, readRow } from "./readRow.ts";
import type { Here } from "./readTagging.ts";
import type { Cell, Sheet } from "./sheets.ts";
import { trimmed } from "./writeRow.ts";

export interface ReadTable {
  readonly body: FileBody;
  readonly report: readonly ReportRow[];
  /** Of the table as a whole. */
  readonly notes: readonly Note[];
  /** Versions of the items that the rows were compared with. */
  readonly versions: ReadonlyMap<string, number>;
}

/** What a department is asked about a table. */
export interface Asked {
  readonly here: (keys: readonly string[]) => Promise<Here>;
  /** Of these pictures and recordings those that it has not. */
  readonly missing: (hashes: readonly string[]) => Promise<readonly string[]>;
  /** Of these keys those that no item of it has. */
  readonly unknown: (keys: readonly string[]) => Promise<readonly string[]>;
}

/** @throws Failure where there are no headings; a faulty row never stops the others */
export async function readTable(
  sheets: readonly Sheet[],
  asked: Asked,
  moveOn: (share: number) => Promise<void>,
): Promise<ReadTable> {
  const { sheet, rows, notes } = tableIn(sheets);
  if (rows.length === 0) throw new Failure("tableEmpty", {});
  const here = await asked.here(rows.map(({ cells }) => keyOf(cells)));
  const read: Read[] = [];
  const report: ReportRow[] = [];
  const keys = new Set<string>();
  for (const [i, { cells, n, notes: ofCells }] of rows.entries()) {
    if (i % 200 === 0) await moveOn(i / rows.length);
    const of = { file: sheet === "" ? `row ${n}` : `${sheet}, row ${n}`, ...calledBy(cells) };
    const refuse = (note: Note) => report.push({ ...of, outcome: "refused", notes: [note] });
    try {
      const { item, notes: ofRow } = readRow(cells, here);
      if (keys.has(item.key)) {
        refuse({ code: "identifierTwice", terms: { identifier: of.identifier } });
        continue;
      }
      keys.add(item.key);
      read.push({ of, item, notes: [...ofCells, ...ofRow] });
    } catch (error) {
      if (!(error instanceof Unusable)) throw error;
      refuse({ code: error.code, terms: { ...error.terms } });
    }
  }
  const { items, refused } = await whole(read, keys, asked);
  for (const { of, notes: ofItem } of items)
    report.push({ ...of, outcome: ofItem.length === 0 ? "imported" : "importedWithNotes", notes: ofItem });
  report.push(...refused);
  const body = bodyOf(
    items.map(({ item }) => item),
    here,
  );
  return { body, report: gravestFirst(report), notes, versions: here.versions };
}

interface Read {
  readonly of: Pick<ReportRow, "file" | "identifier" | "title">;
  readonly item: FileItem;
  readonly notes: Note[];
}

/** Without what the department has not, and the table does not bring: pictures stop a row, who explains it does not. */
async function whole(read: readonly Read[], keys: ReadonlySet<string>, asked: Asked) {
  const shown = read.map(({ item }) => mediaOf(toContent(item.content, (key) => key)));
  const missing = new Set(await asked.missing([...new Set(shown.flat())]));
  const strange = new Set(
    await asked.unknown(read.flatMap(({ item }) => item.twin ?? []).filter((key) => !keys.has(key))),
  );
  const items: Read[] = [];
  const refused: ReportRow[] = [];
  for (const [i, one] of read.entries()) {
    const { twin, ...rest } = one.item;
    if ((shown[i] ?? []).some((hash) => missing.has(hash)))
      refused.push({ ...one.of, outcome: "refused", notes: [{ code: "picturesNotHere", terms: {} }] });
    else if (twin !== undefined && strange.has(twin))
      items.push({ ...one, item: rest, notes: [...one.notes, { code: "twinUnknown", terms: { twin } }] });
    else items.push(one);
  }
  return { items, refused };
}

const gravity = { refused: 0, kept: 1, importedWithNotes: 2, imported: 3 } as const;
const gravestFirst = (report: readonly ReportRow[]) =>
  [...report].sort((a, b) => gravity[a.outcome] - gravity[b.outcome]);

const calledBy = (cells: Cells): Pick<ReportRow, "identifier" | "title"> => ({
  identifier: (cells.id ?? "").slice(0, 200),
  title: ((cells.title ?? "") === "" ? (cells.stem ?? "") : (cells.title ?? "")).slice(0, 200),
});

function bodyOf(items: readonly FileItem[], here: Here): FileBody {
  const { format, formatVersion } = emptyStructure;
  const known = new Set(here.topics.values());
  const topics = new Map<string, FileBody["topics"][number]>();
  for (const { topic } of items) {
    if (topic === undefined || known.has(topic)) continue;
    const names = topic.split(" / ");
    names.forEach((name, depth) => {
      const key = names.slice(0, depth + 1).join(" / ");
      const parent = names.slice(0, depth).join(" / ");
      if (!known.has(key)) topics.set(key, { key, name, ...(depth > 0 && { parent }), standards: [] });
    });
  }
  const ideas = [...new Set(items.flatMap(misconceptionsIn))];
  return {
    ...{ format, formatVersion, courses: [], classes: [], stimuli: [], many: [] },
    topics: [...topics.values()],
    misconceptions: ideas.map((key) => ({ key, name: key })),
    items: [...items],
  };
}

interface TableRow {
  readonly cells: Cells;
  /** As the sheet numbers it. */
  readonly n: number;
  readonly notes: Note[];
}

/** Rows above the headings in which nothing is looked for. */
const searched = 20;

/** The first sheet that has the headings of a table of items, by its rows. */
function tableIn(sheets: readonly Sheet[]): { sheet: string; rows: TableRow[]; notes: Note[] } {
  for (const sheet of sheets) {
    const at = sheet.rows.slice(0, searched).findIndex(isHeadings);
    if (at < 0) continue;
    const headings = (sheet.rows[at] ?? []).map(wordsIn);
    const columns = headings.map(columnOf);
    const twice = columns.findIndex((column, i) => column !== null && columns.indexOf(column) < i);
    if (twice >= 0) throw new Failure("tableHeadingTwice", { heading: headings[twice] ?? "" });
    const under = sheet.rows.slice(at + 1).map((row, i) => ({ row, n: at + 2 + i }));
    const leftOut = headings.flatMap((heading, i): Note[] => {
      const isUsed = columns[i] === null && under.some(({ row }) => wordsIn(row[i] ?? "") !== "");
      return isUsed ? [{ code: "columnLeftOut", terms: { column: heading || `column ${i + 1}` } }] : [];
    });
    const others = sheets.filter((one) => one !== sheet && one.rows.length > 0).map(({ name }) => name);
    return {
      sheet: sheets.length > 1 ? sheet.name : "",
      rows: under.flatMap(({ row, n }) => rowOf(row, n, columns)),
      notes: [...leftOut, ...(others.length > 0 ? [sheetsLeftOut(others)] : [])],
    };
  }
  throw new Failure("tableHeadingsMissing", {});
}

const sheetsLeftOut = (names: readonly string[]): Note => ({
  code: "sheetsLeftOut",
  terms: { sheets: names.join(", ").slice(0, 300) },
});

const wordsIn = (cell: Cell): string => trimmed(typeof cell === "string" ? cell : cell.date);

function isHeadings(row: readonly Cell[]): boolean {
  const columns = new Set(row.map((cell) => columnOf(wordsIn(cell))));
  columns.delete(null);
  return columns.size > 1 && (columns.has("id") || (columns.has("kind") && columns.has("stem")));
}

/** What stands under the headings; a row without anything is none. */
function rowOf(row: readonly Cell[], n: number, columns: readonly (Column | null)[]): TableRow[] {
  const cells: Cells = {};
  const notes: Note[] = [];
  columns.forEach((column, i) => {
    if (column === null) return;
    const cell = row[i] ?? "";
    if (typeof cell !== "string") notes.push({ code: "dateRead", terms: { column, value: cell.date } });
    cells[column] = wordsIn(cell);
  });
  return Object.values(cells).every((cell) => cell === "") ? [] : [{ cells, n, notes }];
}
