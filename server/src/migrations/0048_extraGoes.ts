/** Goes that a teacher gives to a student beyond those of the rules. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table extra_go (
  department_id uuid not null references department,
  release_id uuid not null,
  student_id uuid not null,
  goes int not null check (goes > 0),
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, release_id, student_id),
  foreign key (department_id, release_id) references release,
  foreign key (department_id, student_id) references student
);
create index extra_go_student on extra_go (department_id, student_id);
`,
    )
    .execute(db);
}
