/** Where the item of a row belongs and how it is used; what is not understood is said, and then assumed. */
import type { FileItem } from "@verdant/contract/exchange";
import type { Note } from "@verdant/contract/packages";
import { limits } from "@verdant/contract/wire";
import { readDemand, readDifficulty, readUse } from "@verdant/core/bank/workbook";
import type { Known } from "../qti/fileItemOf.ts";
import { quarters } from "../qti/points.ts";
import { cutTo } from "../cutTo.ts";
import { tagsOf } from "../tags.ts";
import type { Cells, Column } from "./columns.ts";
import { listIn } from "./lists.ts";

/** What the department has already. */
export interface Here extends Known {
  /** Its items, by the keys that the table names. */
  readonly items: ReadonlyMap<string, FileItem>;
  /** Of each of them, the version that it was read at. */
  readonly versions: ReadonlyMap<string, number>;
  /** Keys of its shared texts. */
  readonly stimuli: ReadonlySet<string>;
}

export type Say = (code: Note["code"], terms?: Note["terms"]) => void;

interface Row {
  readonly said: Cells;
  readonly touched: readonly Column[];
  /** As the table has them. */
  readonly cells: Cells;
  readonly exported: FileItem | null;
  readonly start: FileItem | null;
}

type Tagging = Pick<
  FileItem,
  "standards" | "demand" | "use" | "expectedSeconds" | "writerDifficulty" | "tags" | "points" | "keptFindings"
> & { [K in "label" | "topic" | "stimulus" | "twin"]: string | undefined };

export function taggingOf(row: Row, here: Here, say: Say): Tagging {
  const { said, start, touched } = row;
  const topic = topicOf(row, here);
  const codes = new Map([...here.codes.values()].map((code) => [code.toLowerCase(), code]));
  const standards = listIn(said.standards ?? "", ";").map((code) => ({ code, known: codes.get(code.toLowerCase()) }));
  const unknown = standards.flatMap(({ code, known }) => (known === undefined ? [code] : []));
  if (topic.unknown !== undefined) say("topicUnknown", { topics: topic.unknown.slice(0, 300) });
  if (unknown.length > 0) say("standardsUnknown", { codes: unknown.join(", ").slice(0, 300) });
  const asTags = [...unknown, ...(topic.unknown === undefined ? [] : [topic.unknown])];
  const isTouched = (column: Column) => !start || touched.includes(column);
  return {
    label: cutTo(limits.label, said.title ?? "", "title", say) || undefined,
    topic: topic.known,
    standards: [...new Set(standards.flatMap(({ known }) => known ?? []))],
    tags: isTouched("tags") || asTags.length > 0 ? tagsIn(said, asTags, say) : (start?.tags ?? []),
    demand: understood(row, { column: "demand", read: readDemand, otherwise: "apply" }, say),
    use: useOf(row, say),
    writerDifficulty: understood(row, { column: "difficulty", read: readDifficulty, otherwise: 3 }, say),
    expectedSeconds: understood(row, { column: "expected_seconds", read: secondsIn, otherwise: 45 }, say),
    points: pointsOf(row, say),
    keptFindings: start?.keptFindings ?? [],
    stimulus: stimulusOf(said, here, say),
    twin: said.twin === "" ? undefined : said.twin,
  };
}

/** A topic of an export of ours is made where it is missing; one that somebody typed may be mistyped, and stays as a tag. */
function topicOf({ said, exported }: Row, here: Here): { known: string | undefined; unknown?: string } {
  const path = (said.topic ?? "").replaceAll(/\s*\/\s*/g, " / ");
  if (path === "") return { known: undefined };
  const known = here.topics.get(path.toLowerCase());
  if (known !== undefined) return { known };
  return exported?.topic === said.topic ? { known: said.topic } : { known: undefined, unknown: path };
}

function tagsIn({ tags: cell = "" }: Cells, more: readonly string[], say: Say): string[] {
  const { tags, left } = tagsOf([...listIn(cell, ";"), ...more]);
  if (left.length > 0) say("tagsLeftOut", { tags: left.join("; ").slice(0, 300) });
  return tags;
}

interface Reading<T> {
  readonly column: Column;
  readonly read: (cell: string) => T | null;
  readonly otherwise: T;
}

function understood<T extends string | number>({ said }: Row, { column, read, otherwise }: Reading<T>, say: Say): T {
  const cell = said[column] ?? "";
  const value = cell === "" ? null : read(cell);
  if (cell !== "" && value === null) say("valueAssumed", { column, value: cell.slice(0, 100), taken: otherwise });
  return value ?? otherwise;
}

function secondsIn(cell: string): number | null {
  const seconds = Math.round(Number(cell.replace(",", ".")));
  return seconds >= 5 && seconds <= 7200 ? seconds : null;
}

/** What was reserved for tests must not become practice because a column is missing. */
function useOf(row: Row, say: Say): FileItem["use"] {
  const { said, start, cells } = row;
  if ((said.use ?? "") !== "") {
    const otherwise = start?.use ?? "reserved";
    return understood(row, { column: "use", read: readUse, otherwise }, say);
  }
  if (start) return start.use;
  // An id of this program: somebody has taken the column out.
  if (!/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-/.test(cells.id ?? "")) return "practice";
  say("useAssumed");
  return "reserved";
}

function pointsOf({ said }: Row, say: Say): number {
  const cell = said.points ?? "";
  const points = cell === "" ? 1 : Number(cell.replace(",", "."));
  if (!Number.isFinite(points) || points < 0) {
    say("valueAssumed", { column: "points", value: cell.slice(0, 100), taken: 1 });
    return 1;
  }
  const rounded = quarters(points);
  if (rounded !== points) say("pointsRounded", { points, rounded });
  return rounded;
}

function stimulusOf({ stimulus = "" }: Cells, here: Here, say: Say): string | undefined {
  if (stimulus === "" || here.stimuli.has(stimulus)) return stimulus || undefined;
  say("stimulusUnknown", { title: stimulus.slice(0, 100) });
  return undefined;
}
