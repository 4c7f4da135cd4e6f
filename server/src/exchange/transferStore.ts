/** SQL for files on their way in and out. */
import { sql, type Insertable } from "kysely";
import type { Imported, Transfer, Undone } from "@verdant/contract/exchange";
import type { ReportRow } from "@verdant/contract/packages";
import type { Db } from "../platform/database.ts";
import { deleteSome } from "../platform/expired.ts";
import type { Tables } from "../platform/tables.ts";
import type { Brought, ReadBesides } from "../platform/transferTables.ts";

const shown = (db: Db, departmentId: string) =>
  db
    .selectFrom("transfer")
    .innerJoin("person", "person.id", "transfer.askedBy")
    .where("transfer.departmentId", "=", departmentId)
    .select(["transfer.id", "transfer.kind", "transfer.format", "transfer.state", "transfer.name", "transfer.share"])
    .select(["transfer.askedAt", "transfer.finishedAt", "transfer.imported", "transfer.problem", "transfer.undone"])
    .select(sql<boolean>`transfer.undone is null and transfer.brought_items > 0`.as("canUndo"))
    .select(["person.name as askedBy", "transfer.askedBy as askedById", "transfer.looksFirst", "transfer.agreedAt"])
    .select(sql<number>`transfer.bytes::float8`.as("bytes"));

export const listTransfers = (db: Db, departmentId: string, limit: number) =>
  shown(db, departmentId).orderBy("transfer.askedAt", "desc").orderBy("transfer.id").limit(limit).execute();

export const findTransfer = (db: Db, departmentId: string, transferId: string) =>
  shown(db, departmentId).where("transfer.id", "=", transferId).executeTakeFirst();

export async function insertTransfer(db: Db, row: Insertable<Tables["transfer"]>): Promise<void> {
  await db.insertInto("transfer").values(row).execute();
}

/** What is to be done or was begun, by whichever department. */
export const listUnfinished = (db: Db, besides: readonly string[], limit: number) =>
  db
    .selectFrom("transfer")
    .select(["departmentId", "id"])
    .where("state", "in", ["waiting", "running"])
    .where(sql<boolean>`id <> all(${[...besides]}::uuid[])`)
    .orderBy("askedAt")
    .limit(limit)
    .execute();

export async function countUnfinished(db: Db, departmentId: string): Promise<number> {
  const row = await db
    .selectFrom("transfer")
    .where("departmentId", "=", departmentId)
    .where("state", "in", ["receiving", "waiting", "running", "read"])
    .select(sql<number>`count(*)::int`.as("n"))
    .executeTakeFirstOrThrow();
  return row.n;
}

/** Moves on what stands at one of `from`; false where it stands elsewhere, as when somebody has cancelled it. */
export async function moveOn(
  db: Db,
  departmentId: string,
  transferId: string,
  from: readonly Transfer["state"][],
  to: {
    state?: Transfer["state"];
    bytes?: number;
    share?: number;
    finishedAt?: Date;
    agreedAt?: Date | null;
    format?: Transfer["format"];
    imported?: Imported;
    brought?: Brought;
    report?: readonly ReportRow[];
    problem?: NonNullable<Transfer["problem"]>;
    readBesides?: ReadBesides | null;
  },
): Promise<boolean> {
  const { imported, brought, report, problem, readBesides, ...rest } = to;
  const isOver = to.state === "done" || to.state === "failed" || to.state === "cancelled";
  const { numUpdatedRows } = await db
    .updateTable("transfer")
    .set({
      ...rest,
      ...(imported && { imported: JSON.stringify(imported) }),
      ...(brought && {
        brought: JSON.stringify(brought),
        broughtItems: brought.created.length + brought.changed.length,
      }),
      ...(report && { report: JSON.stringify(report) }),
      ...(problem && { problem: JSON.stringify(problem) }),
      ...(readBesides && { readBesides: JSON.stringify(readBesides) }),
      ...((isOver || readBesides === null) && { readBesides: null }),
    })
    .where("departmentId", "=", departmentId)
    .where("id", "=", transferId)
    .where("state", "in", from)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}

/** What was read of a file besides its items when it was looked at, and what was said of its parts. */
export const findRead = (db: Db, departmentId: string, transferId: string) =>
  db
    .selectFrom("transfer")
    .select(["readBesides", "report"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", transferId)
    .executeTakeFirst();

/** The first rows of what became of the parts of a package, and how many there are; none where it was no package. */
export const findReport = (db: Db, departmentId: string, transferId: string, limit: number) =>
  db
    .selectFrom("transfer")
    .where("departmentId", "=", departmentId)
    .where("id", "=", transferId)
    .select(sql<ReportRow[] | null>`jsonb_path_query_array(report, ${`$[0 to ${limit - 1}]`}::jsonpath)`.as("rows"))
    .select(sql<number>`coalesce(jsonb_array_length(report), 0)`.as("total"))
    .executeTakeFirst();

export async function insertPiece(db: Db, row: Insertable<Tables["transferPiece"]>): Promise<void> {
  await db.insertInto("transferPiece").values(row).execute();
}

export const findPiece = (db: Db, departmentId: string, transferId: string, n: number) =>
  db
    .selectFrom("transferPiece")
    .select("bytes")
    .where("departmentId", "=", departmentId)
    .where("transferId", "=", transferId)
    .where("n", "=", n)
    .executeTakeFirst();

export async function deletePieces(db: Db, departmentId: string, transferId: string): Promise<void> {
  await db
    .deleteFrom("transferPiece")
    .where("departmentId", "=", departmentId)
    .where("transferId", "=", transferId)
    .execute();
}

/** Those that were asked for before; their pieces go with them. */
export const deleteTransfersBefore = (db: Db, at: Date): Promise<number> =>
  deleteSome(db, "transfer", sql`asked_at < ${at}`);

/** What has been on its way since before `at` will not arrive: the process that took it in is gone. */
export async function failBrokenOff(
  db: Db,
  at: Date,
  now: Date,
  problem: NonNullable<Transfer["problem"]>,
): Promise<void> {
  await db
    .updateTable("transfer")
    .set({ state: "failed", finishedAt: now, problem: JSON.stringify(problem) })
    .where("state", "=", "receiving")
    .where("askedAt", "<", at)
    .execute();
}

/** The items that an export is to hold; null: all. */
export async function findContents(db: Db, departmentId: string, transferId: string) {
  const row = await db
    .selectFrom("transfer")
    .select(["itemIds", "quiz"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", transferId)
    .executeTakeFirst();
  return { itemIds: row?.itemIds ?? null, quiz: row?.quiz ?? null };
}

/** What an import brought, held until the transaction ends; undefined where there is nothing to undo, or it is undone. */
export async function holdBrought(db: Db, departmentId: string, transferId: string) {
  const row = await db
    .selectFrom("transfer")
    .select(["brought", "askedBy"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", transferId)
    .where("state", "=", "done")
    .where("undone", "is", null)
    .where("broughtItems", ">", 0)
    .forUpdate()
    .executeTakeFirst();
  return row?.brought ? { brought: row.brought, askedBy: row.askedBy } : undefined;
}

export async function setUndone(db: Db, departmentId: string, transferId: string, undone: Undone): Promise<void> {
  await db
    .updateTable("transfer")
    .set({ undone: JSON.stringify(undone) })
    .where("departmentId", "=", departmentId)
    .where("id", "=", transferId)
    .execute();
}
