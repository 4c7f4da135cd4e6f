/** Who of a class sits where. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table seat (
  department_id uuid not null references department,
  class_id uuid not null,
  student_id uuid not null,
  "row" int not null check ("row" > 0),
  "column" int not null check ("column" > 0),
  primary key (department_id, class_id, student_id),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, student_id) references student
);
create index seat_student on seat (department_id, student_id);
`,
    )
    .execute(db);
}
