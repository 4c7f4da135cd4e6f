/** What became of the parts of a package, and those that are kept as they came. */
import type { Input, Result } from "@verdant/contract/endpoint";
import {
  shownRows,
  type dropKept as DropKept,
  type listKept as ListKept,
  type ReportCounts,
  type ReportRow,
  type showReport as ShowReport,
} from "@verdant/contract/packages";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { newId } from "../platform/id.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import * as store from "./keptStore.ts";
import type { KeptFile } from "./qti/readPackage.ts";
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
  for (const { paths, notes, ...part } of parts) {
    const id = newId();
    await store.replacePart(db, {
      departmentId,
      id,
      ...part,
      notes: JSON.stringify(notes),
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
  const kept = rows.map(({ files, bytes, cameAt, ...row }) => ({
    ...row,
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
