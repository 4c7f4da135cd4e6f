/**
 * Archives of a department are files too, and its items as text.
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
`,
    )
    .execute(db);
}
