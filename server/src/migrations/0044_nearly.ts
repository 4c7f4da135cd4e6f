/**
 * Comments may be about the word for who was nearly there.
 *
 * @allow drop constraint comment_field_check: a wider one takes its place in the same transaction; what the version before writes fits it
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table comment drop constraint comment_field_check;
alter table comment add constraint comment_field_check
  check (field in ('question', 'answers', 'explanation', 'nextStep', 'nearly')) not valid;
`,
    )
    .execute(db);
}
