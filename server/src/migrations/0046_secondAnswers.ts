/**
 * How many answers to a question were looked at for its student (from then on they stand), and what its points come from
 * where a second answer counts too. Only additions: without them nothing was looked at, and points come from the credit.
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table sitting_item add column looked_at int not null default 0;
alter table mark add column counted double precision;
`,
    )
    .execute(db);
}
