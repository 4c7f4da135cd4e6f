/** What an import has brought, so that it can be taken back as a whole. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
-- {created: [item id], changed: [{itemId, version, content, tagging}]}: of an import that is done; null: of one before this
alter table transfer add column brought jsonb;
-- {takenOut, restored, kept}; null: not undone
alter table transfer add column undone jsonb;
`,
    )
    .execute(db);
}
