/** What the checker found in an item and somebody keeps on purpose, with the reason. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(`alter table item add column kept_findings jsonb not null default '[]'`).execute(db);
}
