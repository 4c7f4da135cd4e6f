/** What staff note about a student, for staff only. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table student_note (
  department_id uuid not null references department,
  student_id uuid not null,
  text text not null check (length(text) <= 2000),
  by uuid not null references person,
  at timestamptz not null,
  version int not null check (version > 0),
  primary key (department_id, student_id),
  foreign key (department_id, student_id) references student
);
`,
    )
    .execute(db);
}
