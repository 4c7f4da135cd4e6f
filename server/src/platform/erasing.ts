/** Erasing a student's words from what otherwise never changes (migration 0052). */
import { sql } from "kysely";
import type { Db } from "./database.ts";

/** Until the end of this transaction the log of answers gives rows away, and history its words. */
export async function letErase(db: Db): Promise<void> {
  await sql`select set_config('verdant.erases', 'yes', true)`.execute(db);
}
