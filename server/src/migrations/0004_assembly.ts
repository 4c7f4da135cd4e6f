/** Quizzes, releases (snapshots of them) and the sittings of students. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table quiz (
  department_id uuid not null references department,
  id uuid not null,
  number int not null,
  name text not null,
  course_id uuid,
  class_id uuid,
  words_to_students text,
  blueprint jsonb,
  seed text not null,
  version int not null default 1,
  created_by uuid not null references person,
  created_at timestamptz not null,
  archived_at timestamptz,
  primary key (department_id, id),
  unique (department_id, number),
  foreign key (department_id, course_id) references course,
  foreign key (department_id, class_id) references class
);

create table quiz_part (
  department_id uuid not null,
  id uuid not null,
  quiz_id uuid not null,
  position int not null,
  heading text,
  instruction jsonb,
  order_rule text not null default 'woven' check (order_rule in ('woven', 'asWritten', 'easyToHard')),
  primary key (department_id, id),
  foreign key (department_id, quiz_id) references quiz
);

create table quiz_place (
  department_id uuid not null,
  id uuid not null,
  part_id uuid not null,
  position int not null,
  kind text not null check (kind in ('fixed', 'draw', 'interlude')),
  item_id uuid,
  seen_revision_id uuid,
  unit_id uuid,
  points numeric(6, 2) not null default 1 check (points >= 0),
  locked boolean not null default false,
  take int,
  pool jsonb,
  primary key (department_id, id),
  foreign key (department_id, part_id) references quiz_part,
  foreign key (department_id, item_id) references item,
  foreign key (department_id, seen_revision_id) references item_revision,
  foreign key (department_id, unit_id) references unit,
  check (kind <> 'fixed' or (item_id is not null and seen_revision_id is not null))
);
create index on quiz_place (department_id, item_id);

create table release (
  department_id uuid not null,
  id uuid not null,
  quiz_id uuid not null,
  name text not null,
  state text not null check (state in ('released', 'closed')),
  rules jsonb not null,
  rules_version int not null default 1,
  seed text not null,
  released_by uuid not null references person,
  released_at timestamptz not null,
  closed_at timestamptz,
  primary key (department_id, id),
  foreign key (department_id, quiz_id) references quiz
);

create table release_target (
  department_id uuid not null,
  id uuid not null,
  release_id uuid not null,
  class_id uuid not null,
  group_id uuid,
  student_id uuid,
  opens_at timestamptz not null,
  hand_in_by timestamptz,
  shuts_at timestamptz check (shuts_at >= opens_at),
  primary key (department_id, id),
  foreign key (department_id, release_id) references release,
  foreign key (department_id, class_id) references class,
  foreign key (department_id, student_id) references student
);
create index on release_target (department_id, class_id);
create index on release_target (department_id, release_id);

create table release_part (
  department_id uuid not null,
  id uuid not null,
  release_id uuid not null,
  position int not null,
  heading text,
  instruction jsonb,
  order_rule text not null,
  primary key (department_id, id),
  foreign key (department_id, release_id) references release
);

create table release_place (
  department_id uuid not null,
  id uuid not null,
  part_id uuid not null,
  position int not null,
  kind text not null,
  unit_id uuid,
  points numeric(6, 2) not null,
  take int,
  pool jsonb,
  primary key (department_id, id),
  foreign key (department_id, part_id) references release_part,
  foreign key (department_id, unit_id) references unit
);

create table release_item (
  department_id uuid not null,
  release_id uuid not null,
  place_id uuid not null,
  item_id uuid not null,
  revision_id uuid not null,
  stimulus_revision_id uuid,
  primary key (department_id, place_id, item_id),
  foreign key (department_id, release_id) references release,
  foreign key (department_id, place_id) references release_place,
  foreign key (department_id, item_id) references item,
  foreign key (department_id, revision_id) references item_revision
);
create index on release_item (department_id, release_id);
create index on release_item (department_id, item_id);
create trigger release_part_is_kept before update or delete on release_part for each row execute function refuse_change();
create trigger release_place_is_kept before update or delete on release_place for each row execute function refuse_change();
create trigger release_item_is_kept before update or delete on release_item for each row execute function refuse_change();
`,
    )
    .execute(db);
}
