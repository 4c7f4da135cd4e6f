/** Whether a sitting only goes forward: fixed at its start, and read with every answer. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(`alter table sitting add column forward_only boolean not null default false`).execute(db);
}
