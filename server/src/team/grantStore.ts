/** SQL for what guests get to see and write. */
import type { Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export function listTopicNames(db: Db, departmentId: string) {
  return db
    .selectFrom("topic")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .where("archivedAt", "is", null)
    .execute();
}

export function listGrants(db: Db, departmentId: string) {
  return db
    .selectFrom("accessGrant")
    .select(["personId", "topicId", "seesReserved", "mayEdit"])
    .where("departmentId", "=", departmentId)
    .orderBy("id")
    .execute();
}

export async function deleteGrants(db: Db, departmentId: string, personId: string): Promise<void> {
  await db
    .deleteFrom("accessGrant")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .execute();
}

export async function insertGrant(db: Db, row: Insertable<Tables["accessGrant"]>): Promise<void> {
  await db.insertInto("accessGrant").values(row).execute();
}
