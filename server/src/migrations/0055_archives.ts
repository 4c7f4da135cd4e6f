/**
 * Archives of a department are files too, its items as text, and some of its items.
 *
 * @allow drop constraint transfer_format_check: a wider one takes its place in the same transaction; what the version before writes fits it
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table transfer drop constraint transfer_format_check;
alter table transfer add constraint transfer_format_check
  check (format in ('department', 'package', 'table', 'workbook', 'text', 'word', 'archive', 'archiveWithoutPeople')) not valid;
-- The items that a file holds; null: all.
alter table transfer add column item_ids jsonb;
`,
    )
    .execute(db);
}
