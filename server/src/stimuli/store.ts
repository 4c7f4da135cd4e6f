/** SQL for shared texts, maps and charts. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";
import { newestOfItems } from "../platform/itemRows.ts";

/** Stimuli with what they say now. */
const newest = (db: Db, departmentId: string) =>
  db
    .selectFrom("stimulus")
    .innerJoin("stimulusRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "stimulus.departmentId")
        .onRef("revision.id", "=", "stimulus.latestRevisionId"),
    )
    .where("stimulus.departmentId", "=", departmentId);

export function listStimuli(db: Db, departmentId: string, limit: number) {
  return newest(db, departmentId)
    .where("stimulus.archivedAt", "is", null)
    .select(["stimulus.id", "stimulus.changedAt"])
    .select(sql<string>`revision.content ->> 'title'`.as("title"))
    .select((eb) =>
      eb
        .selectFrom("item")
        .whereRef("item.departmentId", "=", "stimulus.departmentId")
        .whereRef("item.stimulusId", "=", "stimulus.id")
        .where("item.archivedAt", "is", null)
        .select(sql<number>`count(*)::int`.as("n"))
        .as("items"),
    )
    .orderBy("title")
    .orderBy("stimulus.id")
    .limit(limit)
    .execute();
}

/** Locked until the transaction ends where `forUpdate` says so. */
export function findStimulus(db: Db, departmentId: string, stimulusId: string, forUpdate = false) {
  return newest(db, departmentId)
    .where("stimulus.id", "=", stimulusId)
    .where("stimulus.archivedAt", "is", null)
    .select(["stimulus.id", "stimulus.version", "revision.id as revisionId", "revision.n", "revision.content"])
    .$if(forUpdate, (query) => query.forUpdate("stimulus"))
    .executeTakeFirst();
}

export function listContents(db: Db, departmentId: string, stimulusIds: readonly string[]) {
  if (stimulusIds.length === 0) return Promise.resolve([]);
  return newest(db, departmentId)
    .where("stimulus.id", "in", stimulusIds)
    .select(["stimulus.id", "revision.content"])
    .execute();
}

export function listItemsOf(db: Db, departmentId: string, stimulusId: string) {
  return newestOfItems(db, departmentId)
    .where("item.stimulusId", "=", stimulusId)
    .where("item.archivedAt", "is", null)
    .select(["item.id", "item.number", "item.kind", "item.status", "revision.content"])
    .orderBy("item.number")
    .execute();
}

export async function countOpenReleases(db: Db, departmentId: string, stimulusId: string, now: Date): Promise<number> {
  const row = await db
    .selectFrom("releaseItem")
    .innerJoin("stimulusRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "releaseItem.departmentId")
        .onRef("revision.id", "=", "releaseItem.stimulusRevisionId"),
    )
    .innerJoin("releaseTarget as target", (join) =>
      join
        .onRef("target.departmentId", "=", "releaseItem.departmentId")
        .onRef("target.releaseId", "=", "releaseItem.releaseId"),
    )
    .where("releaseItem.departmentId", "=", departmentId)
    .where("revision.stimulusId", "=", stimulusId)
    .where("target.opensAt", "<=", now)
    .where((eb) => eb.or([eb("target.shutsAt", "is", null), eb("target.shutsAt", ">", now)]))
    .select(sql<number>`count(distinct release_item.release_id)::int`.as("n"))
    .executeTakeFirstOrThrow();
  return row.n;
}

/** The newest first, with how many releases show each. */
export function listRevisions(db: Db, departmentId: string, stimulusId: string) {
  return db
    .selectFrom("stimulusRevision as revision")
    .innerJoin("person", "person.id", "revision.authorId")
    .where("revision.departmentId", "=", departmentId)
    .where("revision.stimulusId", "=", stimulusId)
    .select(["revision.id", "revision.n", "revision.content", "revision.at", "person.name as author"])
    .select((eb) =>
      eb
        .selectFrom("releaseItem")
        .whereRef("releaseItem.departmentId", "=", "revision.departmentId")
        .whereRef("releaseItem.stimulusRevisionId", "=", "revision.id")
        .select(sql<number>`count(distinct release_id)::int`.as("n"))
        .as("releases"),
    )
    .orderBy("revision.n", "desc")
    .execute();
}

/** False when somebody made one of this id meanwhile. */
export async function insertStimulus(db: Db, row: Insertable<Tables["stimulus"]>): Promise<boolean> {
  const done = await db
    .insertInto("stimulus")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .returning("id")
    .executeTakeFirst();
  return done !== undefined;
}

export async function updateStimulus(
  db: Db,
  departmentId: string,
  stimulusId: string,
  change: { latestRevisionId: string; changedAt: Date },
): Promise<void> {
  await db
    .updateTable("stimulus")
    .set(change)
    .set((eb) => ({ version: eb("version", "+", 1) }))
    .where("departmentId", "=", departmentId)
    .where("id", "=", stimulusId)
    .execute();
}

export async function insertRevision(
  db: Db,
  row: Insertable<Tables["stimulusRevision"]>,
  hashes: readonly string[],
): Promise<void> {
  await db.insertInto("stimulusRevision").values(row).execute();
  if (hashes.length === 0) return;
  await db
    .insertInto("stimulusMedia")
    .values(hashes.map((hash) => ({ departmentId: row.departmentId, revisionId: row.id, hash })))
    .execute();
}

export async function archiveStimulus(db: Db, departmentId: string, stimulusId: string, at: Date): Promise<void> {
  await db
    .updateTable("stimulus")
    .set({ archivedAt: at })
    .where("departmentId", "=", departmentId)
    .where("id", "=", stimulusId)
    .execute();
}
