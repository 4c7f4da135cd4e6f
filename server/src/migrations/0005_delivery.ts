/** Sittings, the durable answers in them, their marks, and what they say about memory. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table sitting (
  department_id uuid not null,
  id uuid not null,
  release_id uuid not null,
  class_id uuid not null,
  student_id uuid not null,
  ordinal int not null,
  form_id uuid,
  seed text not null,
  rules_version int not null,
  state text not null check (state in ('running', 'handedIn', 'closed', 'voided')),
  started_at timestamptz not null,
  deadline_at timestamptz,
  grace_until timestamptz,
  handed_in_at timestamptz,
  epoch int not null default 1,
  token_hash bytea not null unique,
  marking_version int not null default 0,
  points numeric(8, 2),
  out_of numeric(8, 2) not null,
  evidence_seq bigint,
  primary key (department_id, id),
  unique (department_id, release_id, student_id, ordinal),
  foreign key (department_id, release_id) references release,
  foreign key (department_id, class_id) references class,
  foreign key (department_id, student_id) references student
);
create unique index one_running_sitting on sitting (department_id, release_id, student_id) where state = 'running';
create index sittings_to_close on sitting (deadline_at) where state = 'running' and deadline_at is not null;
create index on sitting (department_id, class_id);

create table sitting_item (
  department_id uuid not null,
  sitting_id uuid not null,
  position int not null,
  item_id uuid not null,
  revision_id uuid not null,
  option_order jsonb not null,
  points numeric(6, 2) not null,
  shown_at timestamptz,
  spent_ms int not null default 0,
  revisit boolean not null default false,
  primary key (department_id, sitting_id, position),
  unique (department_id, sitting_id, item_id),
  foreign key (department_id, sitting_id) references sitting,
  foreign key (department_id, item_id) references item,
  foreign key (department_id, revision_id) references item_revision
);
create index on sitting_item (department_id, revision_id);

create table response_event (
  department_id uuid not null,
  sitting_id uuid not null,
  epoch int not null,
  seq int not null,
  position int not null,
  round int not null default 1,
  body jsonb not null,
  client_ms bigint not null,
  received_at timestamptz not null,
  disposition text not null check (disposition in ('counted', 'late', 'rejected')),
  primary key (department_id, sitting_id, epoch, seq),
  foreign key (department_id, sitting_id) references sitting
);
create trigger response_event_is_kept before update or delete on response_event
  for each row execute function refuse_change();

create table response (
  department_id uuid not null,
  sitting_id uuid not null,
  position int not null,
  round int not null default 1,
  body jsonb not null,
  epoch int not null,
  seq int not null,
  received_at timestamptz not null,
  late boolean not null,
  primary key (department_id, sitting_id, position, round),
  foreign key (department_id, sitting_id, position) references sitting_item
) with (fillfactor = 80);

create table mark (
  department_id uuid not null,
  sitting_id uuid not null,
  position int not null,
  round int not null default 1,
  version int not null,
  credit double precision not null check (credit between 0 and 1),
  points numeric(6, 2) not null,
  source text not null check (source in ('auto', 'person', 'ruling')),
  ruling_id uuid,
  by uuid references person,
  at timestamptz not null,
  primary key (department_id, sitting_id, position, round, version),
  foreign key (department_id, sitting_id, position) references sitting_item
);

create table exposure (
  department_id uuid not null,
  class_id uuid not null,
  item_id uuid not null,
  "on" date not null,
  primary key (department_id, class_id, item_id, "on"),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, item_id) references item
);

create table evidence (
  department_id uuid not null,
  class_id uuid not null,
  seq bigint not null,
  student_id uuid not null,
  topic_id uuid not null,
  item_id uuid not null,
  "on" date not null,
  sitting_id uuid not null,
  position int not null,
  chance double precision not null,
  slip double precision not null,
  credit double precision not null,
  void boolean not null default false,
  primary key (department_id, class_id, seq, position),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, student_id) references student,
  foreign key (department_id, topic_id) references topic,
  foreign key (department_id, item_id) references item,
  foreign key (department_id, sitting_id) references sitting
);
create index on evidence (department_id, class_id, student_id, topic_id, "on");
create index on evidence (department_id, sitting_id);

create table memory_state (
  department_id uuid not null,
  class_id uuid not null,
  student_id uuid not null,
  topic_id uuid not null,
  s double precision not null,
  d double precision not null,
  last_on date not null,
  before_s double precision not null,
  before_d double precision not null,
  before_on date not null,
  through_seq bigint not null,
  primary key (department_id, class_id, student_id, topic_id),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, student_id) references student,
  foreign key (department_id, topic_id) references topic
);

create table memory_offset (
  department_id uuid not null,
  class_id uuid not null,
  kind text not null check (kind in ('class', 'topic', 'student')),
  subject_id uuid not null,
  value double precision not null,
  lambda double precision not null,
  primary key (department_id, class_id, kind, subject_id),
  foreign key (department_id, class_id) references class
);
`,
    )
    .execute(db);
}
