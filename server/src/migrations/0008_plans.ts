/** Planned returns of topics, groups of a class, and which release came from which wish. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table planned_return (
  department_id uuid not null,
  class_id uuid not null,
  topic_id uuid not null,
  "on" date not null,
  items int not null default 1 check (items between 1 and 20),
  state text not null default 'planned' check (state in ('planned', 'held', 'skipped', 'done')),
  release_id uuid,
  primary key (department_id, class_id, topic_id, "on"),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, topic_id) references topic,
  foreign key (department_id, release_id) references release
);

create table student_group (
  department_id uuid not null,
  id uuid not null,
  class_id uuid not null,
  name text not null,
  primary key (department_id, id),
  unique (department_id, class_id, name),
  foreign key (department_id, class_id) references class
);

create table student_group_member (
  department_id uuid not null,
  group_id uuid not null,
  student_id uuid not null,
  primary key (department_id, group_id, student_id),
  foreign key (department_id, group_id) references student_group on delete cascade,
  foreign key (department_id, student_id) references student
);
alter table release_target add foreign key (department_id, group_id) references student_group;

alter table quiz_place add column text jsonb;
alter table release_place add column text jsonb;
create table quiz_pool_item (
  department_id uuid not null,
  place_id uuid not null,
  item_id uuid not null,
  primary key (department_id, place_id, item_id),
  foreign key (department_id, place_id) references quiz_place on delete cascade,
  foreign key (department_id, item_id) references item
);
alter table sitting_item add column place_id uuid;
create index on sitting_item (department_id, item_id);
alter table class_topic add column is_held_back boolean not null default false;
alter table release add column results_opened_at timestamptz;
`,
    )
    .execute(db);
}
