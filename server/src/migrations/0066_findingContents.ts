/** What an item of a file says is kept while the import waits for a yes, so that it can be read and compared. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  // Null: looked at before this was kept.
  await sql.raw(`alter table import_finding add column content jsonb, add column tagging jsonb`).execute(db);
}
