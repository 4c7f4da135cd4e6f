/** What an item is worth where nobody says otherwise. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(`alter table item add column points numeric(6, 2) not null default 1 check (points >= 0 and points <= 100);`)
    .execute(db);
}
