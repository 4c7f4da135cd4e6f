/** Marks of a class: what a quiz weighs, and who is excused. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table mark_weight (
  department_id uuid not null references department,
  class_id uuid not null,
  release_id uuid not null,
  weight double precision not null check (weight between 0 and 100),
  primary key (department_id, class_id, release_id),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, release_id) references release
);
create table excused (
  department_id uuid not null references department,
  release_id uuid not null,
  student_id uuid not null,
  reason text not null,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, release_id, student_id),
  foreign key (department_id, release_id) references release,
  foreign key (department_id, student_id) references student
);
create index excused_student on excused (department_id, student_id);
`,
    )
    .execute(db);
}
