/** Who has opened the rules of a release, and when first. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table notice_opened (
  department_id uuid not null references department,
  release_id uuid not null,
  student_id uuid not null,
  at timestamptz not null,
  primary key (department_id, release_id, student_id),
  foreign key (department_id, release_id) references release,
  foreign key (department_id, student_id) references student
);
create index notice_opened_student on notice_opened (department_id, student_id);
`,
    )
    .execute(db);
}
