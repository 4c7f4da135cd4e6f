/** Paths of classes: steps, what colleagues ticked off, and days on which a passed check says a topic was taught. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table path (
  department_id uuid not null references department,
  id uuid not null,
  class_id uuid not null,
  name text not null,
  version int not null default 1,
  created_by uuid not null references person,
  created_at timestamptz not null,
  archived_at timestamptz,
  primary key (department_id, id),
  foreign key (department_id, class_id) references class
);
create index path_class on path (department_id, class_id);
create table path_step (
  department_id uuid not null references department,
  id uuid not null,
  path_id uuid not null,
  position int not null,
  kind text not null check (kind in ('practice', 'task', 'check')),
  name text not null,
  release_id uuid,
  percent int check (percent between 1 and 100),
  by text not null check (by in ('mark', 'best')),
  due_on date,
  primary key (department_id, id),
  foreign key (department_id, path_id) references path,
  foreign key (department_id, release_id) references release,
  check (kind <> 'task' or (release_id is null and percent is null))
);
create index path_step_path on path_step (department_id, path_id, position);
create index path_step_release on path_step (department_id, release_id) where release_id is not null;
create table path_tick (
  department_id uuid not null references department,
  step_id uuid not null,
  student_id uuid not null,
  by uuid not null references person,
  at timestamptz not null,
  note text,
  primary key (department_id, step_id, student_id),
  foreign key (department_id, step_id) references path_step on delete cascade,
  foreign key (department_id, student_id) references student
);
create index path_tick_student on path_tick (department_id, student_id);
alter table student_topic add column release_id uuid;
`,
    )
    .execute(db);
}
