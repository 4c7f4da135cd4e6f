/** What was read of a file that waits for a yes is kept, so that it is not read twice. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  // json, not jsonb: it is only given back. Null: of a table, or looked at before this was kept.
  await sql.raw(`alter table import_finding add column item json`).execute(db);
  await sql.raw(`alter table transfer add column read_besides json`).execute(db);
}
