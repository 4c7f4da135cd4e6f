/** SQL for pictures. */
import type { Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export async function insertMedia(db: Db, row: Insertable<Tables["media"]>): Promise<void> {
  await db
    .insertInto("media")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export function findMedia(db: Db, departmentId: string, hash: string) {
  return db
    .selectFrom("media")
    .select(["mime", "bytes"])
    .where("departmentId", "=", departmentId)
    .where("hash", "=", hash)
    .executeTakeFirst();
}

/** True when the picture belongs to a revision that stands in one of the student's sittings, or to its stimulus. */
export async function isMetBy(db: Db, departmentId: string, studentId: string, hash: string): Promise<boolean> {
  const inItem = db
    .selectFrom("itemMedia")
    .innerJoin("sittingItem", (join) =>
      join
        .onRef("sittingItem.departmentId", "=", "itemMedia.departmentId")
        .onRef("sittingItem.revisionId", "=", "itemMedia.revisionId"),
    )
    .innerJoin("sitting", (join) =>
      join
        .onRef("sitting.departmentId", "=", "sittingItem.departmentId")
        .onRef("sitting.id", "=", "sittingItem.sittingId"),
    )
    .where("itemMedia.departmentId", "=", departmentId)
    .where("itemMedia.hash", "=", hash)
    .where("sitting.studentId", "=", studentId)
    .select("itemMedia.hash")
    .limit(1);
  if ((await inItem.executeTakeFirst()) !== undefined) return true;
  const inStimulus = db
    .selectFrom("stimulusMedia")
    .innerJoin("releaseItem", (join) =>
      join
        .onRef("releaseItem.departmentId", "=", "stimulusMedia.departmentId")
        .onRef("releaseItem.stimulusRevisionId", "=", "stimulusMedia.revisionId"),
    )
    .innerJoin("sitting", (join) =>
      join
        .onRef("sitting.departmentId", "=", "releaseItem.departmentId")
        .onRef("sitting.releaseId", "=", "releaseItem.releaseId"),
    )
    .innerJoin("sittingItem", (join) =>
      join
        .onRef("sittingItem.departmentId", "=", "sitting.departmentId")
        .onRef("sittingItem.sittingId", "=", "sitting.id")
        .onRef("sittingItem.itemId", "=", "releaseItem.itemId"),
    )
    .where("stimulusMedia.departmentId", "=", departmentId)
    .where("stimulusMedia.hash", "=", hash)
    .where("sitting.studentId", "=", studentId)
    .select("stimulusMedia.hash")
    .limit(1);
  return (await inStimulus.executeTakeFirst()) !== undefined;
}

export async function listKnown(db: Db, departmentId: string, hashes: readonly string[]): Promise<Set<string>> {
  if (hashes.length === 0) return new Set();
  const rows = await db
    .selectFrom("media")
    .select("hash")
    .where("departmentId", "=", departmentId)
    .where("hash", "in", hashes)
    .execute();
  return new Set(rows.map((row) => row.hash));
}

export async function insertItemMedia(db: Db, rows: Insertable<Tables["itemMedia"]>[]): Promise<void> {
  if (rows.length > 0) await db.insertInto("itemMedia").values(rows).execute();
}

/** Pictures that the given revisions show, with their bytes. */
export function listMediaOf(db: Db, departmentId: string, revisionIds: readonly string[]) {
  return db
    .selectFrom("media")
    .where("departmentId", "=", departmentId)
    .where("hash", "in", (eb) =>
      eb
        .selectFrom("itemMedia")
        .select("hash")
        .where("departmentId", "=", departmentId)
        .where("revisionId", "in", revisionIds),
    )
    .select(["hash", "mime", "bytes", "width", "height"])
    .orderBy("hash")
    .execute();
}
