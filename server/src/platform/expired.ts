/** Rows that nobody will ask for again, put away in short rounds. */
import { sql, type RawBuilder } from "kysely";
import type { Db } from "./database.ts";

/** As many as are put away in one round: a round is short, and another comes. */
const atOnce = 5000;

/** Deletes some of the rows of `table` for which `isOver` holds; how many. */
export async function deleteSome(db: Db, table: string, isOver: RawBuilder<unknown>): Promise<number> {
  const { numAffectedRows } = await sql`
    delete from ${sql.table(table)}
    where ctid = any(array(select ctid from ${sql.table(table)} where ${isOver} limit ${atOnce}))`.execute(db);
  return Number(numAffectedRows ?? 0);
}

/** Counted tries, and answers kept for a request that comes twice, from the day before. */
export async function deleteExpiredRequests(db: Db, now: Date): Promise<number> {
  const dayAgo = new Date(now.getTime() - 86_400_000);
  const tries = await deleteSome(db, "throttle", sql`window_start < ${dayAgo}`);
  return tries + (await deleteSome(db, "request_key", sql`at < ${dayAgo}`));
}
