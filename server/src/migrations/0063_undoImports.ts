/** What an import has brought, so that it can be taken back as a whole. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
-- {created: [item id], changed: [{itemId, version, revisionId, tagging}]}: of an import that is done; null: of one before this
alter table transfer add column brought jsonb;
-- how many these are, so that a list need not read them
alter table transfer add column brought_items int not null default 0;
-- {takenOut, restored, kept}; null: not undone
alter table transfer add column undone jsonb;
`,
    )
    .execute(db);
}
