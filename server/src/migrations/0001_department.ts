/** The department, its people, and what keeps them signed in; history of every change. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create extension if not exists citext;
create extension if not exists pg_trgm;
create extension if not exists unaccent;

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% rows never change', tg_table_name using errcode = 'integrity_constraint_violation';
end $$;

create table installation (
  only_one boolean primary key default true check (only_one),
  secret bytea not null
);

create table department (
  id uuid primary key,
  name text not null,
  time_zone text not null,
  settings jsonb not null default '{}',
  next_item_number int not null default 1,
  next_quiz_number int not null default 1,
  bank_version bigint not null default 0,
  created_at timestamptz not null
);

create table person (
  id uuid primary key,
  email citext not null unique,
  name text not null,
  password_hash text
);

create table membership (
  department_id uuid not null references department,
  id uuid not null,
  person_id uuid not null references person,
  role text not null check (role in ('lead', 'teacher', 'guest')),
  joined_at timestamptz not null,
  left_at timestamptz,
  primary key (department_id, id),
  unique (department_id, person_id)
);

create table session (
  token_hash bytea primary key,
  department_id uuid not null references department,
  person_id uuid references person,
  student_id uuid,
  created_at timestamptz not null,
  expires_at timestamptz not null,
  check (num_nonnulls(person_id, student_id) = 1)
);
create index on session (expires_at);

create table throttle (
  key text primary key,
  window_start timestamptz not null,
  failures int not null
);

create table request_key (
  department_id uuid not null references department,
  key text not null,
  answered jsonb,
  at timestamptz not null,
  primary key (department_id, key)
);

create table history (
  department_id uuid not null references department,
  id uuid not null,
  at timestamptz not null,
  actor_kind text not null check (actor_kind in ('person', 'student', 'server')),
  actor_id uuid,
  batch_id uuid not null,
  entity text not null,
  entity_id uuid not null,
  action text not null,
  before jsonb,
  after jsonb,
  primary key (department_id, id)
);
create index on history (department_id, entity, entity_id, at desc);
create trigger history_is_kept before update or delete on history for each row execute function refuse_change();

create table draft (
  department_id uuid not null references department,
  person_id uuid not null references person,
  entity text not null,
  entity_id uuid not null,
  base_version int not null,
  body jsonb not null,
  saved_at timestamptz not null,
  primary key (department_id, person_id, entity, entity_id)
);
`,
    )
    .execute(db);
}
