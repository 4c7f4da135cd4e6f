/** SQL for one's own account, and for putting away what has run out. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export function findPerson(db: Db, personId: string) {
  return db
    .selectFrom("person")
    .select(["name", "email", "passwordHash"])
    .where("id", "=", personId)
    .executeTakeFirst();
}

export async function updatePassword(db: Db, personId: string, passwordHash: string): Promise<void> {
  await db.updateTable("person").set({ passwordHash }).where("id", "=", personId).execute();
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

/** Ends the sessions of a person but one; how many. */
export async function deleteSessions(db: Db, personId: string, but: Buffer | null): Promise<number> {
  const { numDeletedRows } = await db
    .deleteFrom("session")
    .where("personId", "=", personId)
    .$if(but !== null, (query) => query.where("tokenHash", "<>", but ?? Buffer.alloc(0)))
    .executeTakeFirst();
  return Number(numDeletedRows);
}

/** As many as are put away in one round: a round is short, and another comes. */
const atOnce = 5000;

/** Rows that nobody will ask for again; how many were put away. */
export async function deleteExpired(db: Db, now: Date): Promise<number> {
  const dayAgo = new Date(now.getTime() - 86_400_000);
  const rounds = [
    sql`delete from session where ctid = any(array(select ctid from session where expires_at < ${now} limit ${atOnce}))`,
    sql`delete from throttle where ctid = any(array(select ctid from throttle where window_start < ${dayAgo} limit ${atOnce}))`,
    sql`delete from request_key where ctid = any(array(select ctid from request_key where at < ${dayAgo} limit ${atOnce}))`,
    sql`delete from password_reset where ctid = any(array(select ctid from password_reset where expires_at < ${dayAgo} limit ${atOnce}))`,
  ];
  let put = 0;
  for (const round of rounds) put += Number((await round.execute(db)).numAffectedRows ?? 0);
  return put;
}
