/** SQL for links by which a password is set anew. */
import type { Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";
import { deleteOtherSessions } from "../platform/session.ts";

export function listDepartmentsOf(db: Db, personId: string) {
  return db
    .selectFrom("membership")
    .innerJoin("department", "department.id", "membership.departmentId")
    .where("membership.personId", "=", personId)
    .where("membership.leftAt", "is", null)
    .select(["department.id as departmentId", "department.name", "membership.role"])
    .orderBy("membership.joinedAt")
    .execute();
}

/** One link a person: a new one makes the older worthless. */
export async function replaceReset(db: Db, row: Insertable<Tables["passwordReset"]>): Promise<void> {
  await db.deleteFrom("passwordReset").where("personId", "=", row.personId).execute();
  await db.insertInto("passwordReset").values(row).execute();
}

export function findReset(db: Db, tokenHash: Buffer, now: Date) {
  return db
    .selectFrom("passwordReset")
    .select("personId")
    .where("tokenHash", "=", tokenHash)
    .where("expiresAt", ">", now)
    .executeTakeFirst();
}

/** Takes the link out, so that it works once. */
export function takeReset(db: Db, tokenHash: Buffer, now: Date) {
  return db
    .deleteFrom("passwordReset")
    .where("tokenHash", "=", tokenHash)
    .where("expiresAt", ">", now)
    .returning(["personId", "departmentId"])
    .executeTakeFirst();
}

/** Ends all sessions of that person, but the one that is named. */
export async function updatePassword(
  db: Db,
  personId: string,
  passwordHash: string,
  but: Buffer | null = null,
): Promise<void> {
  await db.updateTable("person").set({ passwordHash }).where("id", "=", personId).execute();
  await deleteOtherSessions(db, personId, but);
}
