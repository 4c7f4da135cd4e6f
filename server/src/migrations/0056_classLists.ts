/** The school's class lists: by what they know a class, how a department speaks with the school's system, what was read and sent. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table class add column external_id text;
alter table class add column external_school_id text;

create table class_list_connection (
  department_id uuid primary key references department,
  service text not null,
  client_id text not null,
  client_secret bytea not null,
  set_by uuid not null references person,
  set_at timestamptz not null
);

create table class_list_errand (
  department_id uuid not null references department,
  id uuid not null,
  kind text not null check (kind in ('file', 'fetch', 'send')),
  state text not null check (state in ('waiting', 'running', 'ready', 'done', 'failed', 'dropped')),
  name text not null,
  class_id uuid,
  roster jsonb,
  notes jsonb,
  share real not null default 0,
  taken jsonb,
  sent jsonb,
  problem jsonb,
  asked_by uuid not null references person,
  asked_at timestamptz not null,
  finished_at timestamptz,
  primary key (department_id, id),
  foreign key (department_id, class_id) references class
);
create index class_list_errand_newest on class_list_errand (department_id, asked_at desc);
create index class_list_errand_under_way on class_list_errand (asked_at) where state in ('waiting', 'running');

create table class_list_sent (
  department_id uuid not null,
  class_id uuid not null,
  sourced_id text not null,
  digest bytea not null,
  sent_at timestamptz not null,
  primary key (department_id, class_id, sourced_id),
  foreign key (department_id, class_id) references class
);
`,
    )
    .execute(db);
}
