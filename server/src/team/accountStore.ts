/** SQL for one's own account, and for putting away what has run out. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";
import { deleteSome } from "../platform/expired.ts";

export function findPerson(db: Db, personId: string) {
  return db
    .selectFrom("person")
    .select(["name", "email", "passwordHash"])
    .where("id", "=", personId)
    .executeTakeFirst();
}

/** The accounts of an address, the oldest first. */
export function listPeopleOf(db: Db, email: string) {
  return db.selectFrom("person").select(["id", "passwordHash"]).where("email", "=", email).orderBy("id").execute();
}

/** How many accounts the address has; until the transaction ends nobody else makes one. */
export async function lockAddress(db: Db, email: string): Promise<number> {
  await sql`select pg_advisory_xact_lock(hashtextextended(lower(${email}), 0))`.execute(db);
  return (await listPeopleOf(db, email)).length;
}

export async function insertPerson(db: Db, row: Insertable<Tables["person"]>): Promise<void> {
  await db.insertInto("person").values(row).execute();
}

export function listSessions(db: Db, personId: string, now: Date) {
  return db
    .selectFrom("session")
    .select(["tokenHash", "createdAt", "expiresAt"])
    .where("personId", "=", personId)
    .where("expiresAt", ">", now)
    .orderBy("createdAt", "desc")
    .limit(100)
    .execute();
}

/** Sessions and links that have run out; how many were put away. */
export async function deleteExpiredAccess(db: Db, now: Date): Promise<number> {
  const sessions = await deleteSome(db, "session", sql`expires_at < ${now}`);
  return sessions + (await deleteSome(db, "password_reset", sql`expires_at < ${now}`));
}
