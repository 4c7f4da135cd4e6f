/** Frameworks of standards, the topic tree, and the item bank with its immutable revisions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table framework (
  department_id uuid not null references department,
  id uuid not null,
  guid text not null,
  title text not null,
  raw jsonb,
  primary key (department_id, id),
  unique (department_id, guid)
);

create table standard (
  department_id uuid not null,
  id uuid not null,
  framework_id uuid not null,
  parent_id uuid,
  guid text not null,
  code text not null,
  statement text not null,
  student_wording text,
  position int not null,
  secure_line real,
  retired_at timestamptz,
  raw jsonb,
  primary key (department_id, id),
  unique (department_id, guid),
  foreign key (department_id, framework_id) references framework,
  foreign key (department_id, parent_id) references standard
);

create table topic (
  department_id uuid not null references department,
  id uuid not null,
  parent_id uuid,
  name text not null,
  note text,
  letter text,
  hue smallint,
  position int not null,
  merged_into_id uuid,
  archived_at timestamptz,
  primary key (department_id, id),
  foreign key (department_id, parent_id) references topic,
  foreign key (department_id, merged_into_id) references topic
);

create table topic_ancestor (
  department_id uuid not null,
  ancestor_id uuid not null,
  topic_id uuid not null,
  depth int not null,
  primary key (department_id, topic_id, ancestor_id),
  foreign key (department_id, ancestor_id) references topic,
  foreign key (department_id, topic_id) references topic
);
create index on topic_ancestor (department_id, ancestor_id);

create table topic_standard (
  department_id uuid not null,
  topic_id uuid not null,
  standard_id uuid not null,
  primary key (department_id, topic_id, standard_id),
  foreign key (department_id, topic_id) references topic,
  foreign key (department_id, standard_id) references standard
);

create table family (
  department_id uuid not null references department,
  id uuid not null,
  note text,
  primary key (department_id, id)
);

create table misconception (
  department_id uuid not null references department,
  id uuid not null,
  name text not null,
  primary key (department_id, id)
);
create unique index on misconception (department_id, lower(name));

create table item (
  department_id uuid not null references department,
  id uuid not null,
  number int not null,
  label text,
  kind text not null,
  family_id uuid not null,
  topic_id uuid,
  stimulus_id uuid,
  stimulus_position int,
  demand text not null check (demand in ('recall', 'apply', 'reason')),
  status text not null check (status in ('draft', 'inReview', 'approved', 'retired')),
  use text not null check (use in ('practice', 'reserved')),
  twin_id uuid,
  owner_id uuid not null references person,
  language text not null,
  expected_seconds int not null check (expected_seconds > 0),
  writer_difficulty smallint not null check (writer_difficulty between 1 and 5),
  licence jsonb,
  origin jsonb,
  latest_revision_id uuid,
  approved_revision_id uuid,
  successor_id uuid,
  version int not null default 1,
  change_seq bigint not null,
  created_by uuid not null references person,
  created_at timestamptz not null,
  changed_at timestamptz not null,
  archived_at timestamptz,
  primary key (department_id, id),
  unique (department_id, number),
  foreign key (department_id, family_id) references family,
  foreign key (department_id, topic_id) references topic,
  foreign key (department_id, twin_id) references item,
  foreign key (department_id, successor_id) references item
);
create index on item (department_id, change_seq);
create index on item (department_id, topic_id);
create index on item (department_id, family_id);

create table item_revision (
  department_id uuid not null,
  id uuid not null,
  item_id uuid not null,
  n int not null,
  content jsonb not null,
  content_hash text not null,
  change_kind text not null check (change_kind in ('first', 'typo', 'wording', 'rewritten', 'key')),
  parameter_id uuid not null,
  author_id uuid not null references person,
  note text,
  at timestamptz not null,
  primary key (department_id, id),
  unique (department_id, item_id, n),
  foreign key (department_id, item_id) references item deferrable initially deferred
);
create trigger item_revision_is_kept before update or delete on item_revision
  for each row execute function refuse_change();
alter table item
  add foreign key (department_id, latest_revision_id) references item_revision deferrable initially deferred,
  add foreign key (department_id, approved_revision_id) references item_revision deferrable initially deferred;

create table item_topic (
  department_id uuid not null,
  item_id uuid not null,
  topic_id uuid not null,
  primary key (department_id, item_id, topic_id),
  foreign key (department_id, item_id) references item,
  foreign key (department_id, topic_id) references topic
);

create table item_standard (
  department_id uuid not null,
  item_id uuid not null,
  standard_id uuid not null,
  primary key (department_id, item_id, standard_id),
  foreign key (department_id, item_id) references item,
  foreign key (department_id, standard_id) references standard
);
create index on item_standard (department_id, standard_id);

create table item_search (
  department_id uuid not null,
  item_id uuid not null,
  doc tsvector not null,
  primary key (department_id, item_id),
  foreign key (department_id, item_id) references item
);
create index on item_search using gin (doc);
`,
    )
    .execute(db);
}
