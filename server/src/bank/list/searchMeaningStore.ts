/** SQL for what the filters of a search name. */
import { sql } from "kysely";
import type { Db } from "../../platform/database.ts";

export function listTopics(db: Db, departmentId: string) {
  return db
    .selectFrom("topic")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .where("archivedAt", "is", null)
    .execute();
}

export function listStandards(db: Db, departmentId: string) {
  return db.selectFrom("standard").select(["id", "code as name"]).where("departmentId", "=", departmentId).execute();
}

export async function listTags(db: Db, departmentId: string): Promise<string[]> {
  const { rows } = await sql<{ tag: string }>`
    select distinct unnest(tags) as tag from item
    where department_id = ${departmentId} and tags <> '{}' and archived_at is null
    order by tag limit 10000`.execute(db);
  return rows.map((row) => row.tag);
}

export function listPeople(db: Db, departmentId: string) {
  return db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .select(["person.id", "person.name"])
    .where("membership.departmentId", "=", departmentId)
    .execute();
}

/** Classes, those of the newest year first. */
export function listClasses(db: Db, departmentId: string) {
  return db
    .selectFrom("class")
    .innerJoin("schoolYear", (join) =>
      join
        .onRef("schoolYear.departmentId", "=", "class.departmentId")
        .onRef("schoolYear.id", "=", "class.schoolYearId"),
    )
    .select(["class.id", "class.name"])
    .where("class.departmentId", "=", departmentId)
    .orderBy("schoolYear.startsOn", "desc")
    .orderBy("class.name")
    .execute();
}

export async function listGivenBy(db: Db, departmentId: string, personIds: readonly string[]): Promise<string[]> {
  const rows = await db
    .selectFrom("releaseItem")
    .innerJoin("release", (join) =>
      join
        .onRef("release.departmentId", "=", "releaseItem.departmentId")
        .onRef("release.id", "=", "releaseItem.releaseId"),
    )
    .where("releaseItem.departmentId", "=", departmentId)
    .where("release.releasedBy", "in", personIds)
    .distinct()
    .select("releaseItem.itemId")
    .execute();
  return rows.map((row) => row.itemId);
}

export async function listSeenBy(db: Db, departmentId: string, classIds: readonly string[]): Promise<string[]> {
  const rows = await db
    .selectFrom("exposure")
    .where("departmentId", "=", departmentId)
    .where("classId", "in", classIds)
    .distinct()
    .select("itemId")
    .execute();
  return rows.map((row) => row.itemId);
}

/** A person's own items that are not finished, and colleagues' that were handed in to be looked over. */
export async function listWaiting(db: Db, departmentId: string, personId: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select id from item
    where department_id = ${departmentId} and owner_id = ${personId} and status = 'draft' and archived_at is null
    union
    select item_id from review_request
    where department_id = ${departmentId} and state = 'open' and asked_by <> ${personId}`.execute(db);
  return rows.map((row) => row.id);
}
