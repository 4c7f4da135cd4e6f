/** Guests who may also write on the topics that were opened to them. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table access_grant add column may_edit boolean not null default false;
-- A lead may change what a guest sees without a new link.
alter table access_grant alter column invitation_id drop not null;
`,
    )
    .execute(db);
}
