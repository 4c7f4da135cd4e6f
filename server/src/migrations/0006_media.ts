/** Pictures of the department, by the hash of their bytes, and which revisions show them. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table media (
  department_id uuid not null references department,
  hash text not null check (hash ~ '^[0-9a-f]{64}$'),
  mime text not null,
  bytes bytea not null,
  size int not null,
  width int not null check (width > 0),
  height int not null check (height > 0),
  added_by uuid references person,
  added_at timestamptz not null,
  primary key (department_id, hash)
);
alter table media alter column bytes set storage external;

create table item_media (
  department_id uuid not null,
  revision_id uuid not null,
  hash text not null,
  primary key (department_id, revision_id, hash),
  foreign key (department_id, revision_id) references item_revision deferrable initially deferred,
  foreign key (department_id, hash) references media
);
create index on item_media (department_id, hash);
`,
    )
    .execute(db);
}
