/**
 * A package goes out in an older form, too.
 *
 * @allow drop constraint transfer_format_check: a wider one takes its place in the same transaction; what the version before writes fits it
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table transfer drop constraint transfer_format_check;
alter table transfer add constraint transfer_format_check check (format in
  ('department', 'package', 'olderPackage', 'table', 'workbook', 'text', 'word', 'archive', 'archiveWithoutPeople')) not valid;
`,
    )
    .execute(db);
}
