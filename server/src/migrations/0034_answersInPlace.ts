/** An answer changes its row where it stands: pages of these rows keep room for it. What is there already is not written anew. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(`alter table sitting_item set (fillfactor = 80)`).execute(db);
}
