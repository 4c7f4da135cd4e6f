/** What became of the parts of a package, and those that are kept as they came. */
import type { Input, Result } from "@verdant/contract/endpoint";
import {
  shownRows,
  type dropKept as DropKept,
  type makeQuizOfKept as MakeQuizOfKept,
  type listKept as ListKept,
  type ReportCounts,
  type ReportRow,
  type showReport as ShowReport,
} from "@verdant/contract/packages";
import { questionsOf } from "@verdant/core/assembly/layout";
import { limits } from "@verdant/contract/wire";
import { createQuizOf } from "../assembly/service.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type OpenScope, type Scope } from "../platform/scope.ts";
import type { KeptFile } from "../platform/transferTables.ts";
import * as store from "./keptStore.ts";
import { listByKeys } from "./store.ts";
import { findReport } from "./transferStore.ts";
import type { Archive } from "./zip.ts";

const mostFileBytes = 25 * 1024 * 1024;

export const countsOf = (report: readonly ReportRow[]): ReportCounts => {
  const count = (outcome: ReportRow["outcome"]) => report.filter((row) => row.outcome === outcome).length;
  return {
    imported: count("imported"),
    importedWithNotes: count("importedWithNotes"),
    kept: count("kept"),
    refused: count("refused"),
  };
};

/** Keeps parts with their files, one at a time; what came under the same names before is replaced. */
export async function keepParts(
  { db, caller, now }: Scope<Member>,
  archive: Archive,
  parts: readonly KeptFile[],
): Promise<void> {
  const { departmentId, personId } = caller;
  for (const { paths, notes, quiz, ...part } of parts) {
    const id = newId();
    await store.replacePart(db, {
      departmentId,
      id,
      ...part,
      notes: JSON.stringify(notes),
      ...(quiz && { quiz: JSON.stringify(quiz) }),
      cameAt: now(),
      cameBy: personId,
    });
    for (const [n, path] of paths.entries())
      await store.insertFile(db, { departmentId, keptId: id, n, path, bytes: await archive.read(path, mostFileBytes) });
  }
}

export async function showReport(
  { db, caller }: Scope<Member>,
  { params }: Input<typeof ShowReport>,
): Promise<Result<typeof ShowReport>> {
  const { rows, total } = need(await findReport(db, caller.departmentId, params.transferId, shownRows), "transfer");
  return { rows: rows ?? [], more: Math.max(0, total - shownRows) };
}

export async function listKept({ db, caller }: Scope<Member>): Promise<Result<typeof ListKept>> {
  const { departmentId } = caller;
  const rows = await store.listSome(db, departmentId, shownRows);
  const kept = rows.map(({ files, bytes, cameAt, quiz, ...row }) => ({
    ...row,
    questions: quiz && questionsOf(quiz.parts),
    files: files ?? 0,
    bytes: bytes ?? 0,
    cameAt: cameAt.toISOString(),
  }));
  return { kept, total: kept.length < shownRows ? kept.length : await store.countAll(db, departmentId) };
}

export function dropKept(scope: Scope<Member>, { params }: Input<typeof DropKept>): Promise<Result<typeof DropKept>> {
  return atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    if (!(await store.deletePart(within.db, departmentId, params.keptId)))
      throw new Failure("noSuch", { what: "kept" });
    await record(within, { departmentId, entity: "department", entityId: departmentId, action: "keptPartDropped" });
    return {};
  });
}

/** A quiz for a class of one that was kept; what of it is not in the bank is left out, and counted. */
export async function makeQuizOfKept(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof MakeQuizOfKept>,
): Promise<Result<typeof MakeQuizOfKept>> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { title, identifier, quiz } = need(await store.findPart(db, departmentId, params.keptId), "kept");
  if (!quiz) throw new Failure("keptNoQuiz");
  const keys = quiz.parts.flatMap(({ places }) =>
    places.flatMap((place) => (place.type === "fixed" ? [place.key] : place.type === "draw" ? place.keys : [])),
  );
  const items = new Map((await listByKeys(db, departmentId, keys)).map((row) => [row.key, row]));
  const worth = ({ weight, points }: { weight: number | null; points: number | null }, own: number) => {
    const said = points ?? (weight === null ? null : weight * own);
    return said === null ? {} : { points: Math.min(100, said) };
  };
  const parts = quiz.parts.map(({ places, ...part }) => ({
    ...part,
    places: places.flatMap((place): QuizPlaces => {
      if (place.type === "interlude") return [place];
      if (place.type === "fixed") {
        const item = items.get(place.key);
        return item ? [{ type: "fixed", itemId: item.id, locked: place.locked, ...worth(place, item.points) }] : [];
      }
      const pool = place.keys.flatMap((key) => items.get(key) ?? []);
      if (pool.length === 0) return [];
      const { points = pool[0]?.points ?? 1 } = worth(place, pool[0]?.points ?? 1);
      return [{ type: "draw", itemIds: pool.map(({ id }) => id), take: Math.min(place.take, pool.length), points }];
    }),
  }));
  if (parts.every(({ places }) => places.every(({ type }) => type === "interlude"))) throw new Failure("keptNoQuiz");
  const made = await createQuizOf(scope, {
    classId: body.classId,
    name: (title === "" ? identifier : title).slice(0, limits.name),
    parts: parts.filter(({ places }) => places.length > 0),
  });
  return { quizId: made.id, questions: made.questions, left: keys.filter((key) => !items.has(key)).length };
}

type QuizPlaces = Parameters<typeof createQuizOf>[1]["parts"][number]["places"];
