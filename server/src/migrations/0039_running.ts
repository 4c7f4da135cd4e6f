/** What is changed while a release runs: minutes given to one sitting, and words to everybody in it. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table sitting add column minutes_given int not null default 0;
create table release_message (
  department_id uuid not null references department,
  id uuid not null,
  release_id uuid not null,
  text text,
  by uuid not null references person,
  at timestamptz not null,
  taken_back_at timestamptz,
  primary key (department_id, id),
  foreign key (department_id, release_id) references release
);
create index release_message_release on release_message (department_id, release_id, at);
`,
    )
    .execute(db);
}
