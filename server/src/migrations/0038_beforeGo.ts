/** What opens a go: reflections, go-aheads, and words said in the room. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table reflection (
  department_id uuid not null references department,
  release_id uuid not null,
  student_id uuid not null,
  ordinal int not null,
  answers jsonb not null,
  at timestamptz not null,
  primary key (department_id, release_id, student_id, ordinal),
  foreign key (department_id, release_id) references release,
  foreign key (department_id, student_id) references student
);
create index reflection_student on reflection (department_id, student_id);
create table opening_word (
  department_id uuid not null references department,
  id uuid not null,
  release_id uuid not null,
  word text not null,
  by uuid not null references person,
  at timestamptz not null,
  until timestamptz not null,
  primary key (department_id, id),
  foreign key (department_id, release_id) references release
);
create index opening_word_release on opening_word (department_id, release_id, until);
create table go_ahead (
  department_id uuid not null references department,
  release_id uuid not null,
  student_id uuid not null,
  ordinal int not null,
  by uuid not null references person,
  word_id uuid,
  at timestamptz not null,
  primary key (department_id, release_id, student_id, ordinal),
  foreign key (department_id, release_id) references release,
  foreign key (department_id, student_id) references student,
  foreign key (department_id, word_id) references opening_word
);
create index go_ahead_student on go_ahead (department_id, student_id);
create unique index go_ahead_word on go_ahead (department_id, word_id, student_id);
`,
    )
    .execute(db);
}
