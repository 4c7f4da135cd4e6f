/** What a teacher says to some students of a release only: a row for each of them. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
-- null: to everybody who has the release
alter table release_message add column student_id uuid;
-- what was said at once to several has the same
alter table release_message add column said_id uuid;
alter table release_message add constraint release_message_student
  foreign key (department_id, student_id) references student not valid;
`,
    )
    .execute(db);
}
