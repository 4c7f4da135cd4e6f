/**
 * How far a device's word is believed (docs/decisions/0014), and whose doors the demo opens.
 * Only additions: a process of the version before goes on beside it.
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table response_event add column queued_to int;
alter table department add column is_demo boolean not null default false;
`,
    )
    .execute(db);
}
