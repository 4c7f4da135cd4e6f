/** Packages of items: the form of a file, what became of its parts, and what was kept as it came. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table transfer
  add column format text not null default 'department' check (format in ('department', 'package')),
  add column report jsonb;

create table kept_part (
  department_id uuid not null references department,
  id uuid not null,
  package text not null,
  identifier text not null,
  title text not null,
  words text not null,
  notes jsonb not null,
  type text not null,
  came_at timestamptz not null,
  came_by uuid not null references person,
  primary key (department_id, id)
);
create unique index kept_part_known on kept_part (department_id, package, identifier);

create table kept_file (
  department_id uuid not null,
  kept_id uuid not null,
  n int not null,
  path text not null,
  bytes bytea not null,
  primary key (department_id, kept_id, n),
  foreign key (department_id, kept_id) references kept_part on delete cascade
);
`,
    )
    .execute(db);
}
