/** Who is there while a release runs, who asks for help, and whether anybody watches. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table sitting_presence (
  department_id uuid not null references department,
  sitting_id uuid not null,
  heard_at timestamptz not null,
  at_position int,
  help_at timestamptz,
  primary key (department_id, sitting_id),
  foreign key (department_id, sitting_id) references sitting
) with (fillfactor = 70);
create table release_watch (
  department_id uuid not null references department,
  release_id uuid not null,
  watched_until timestamptz not null,
  primary key (department_id, release_id),
  foreign key (department_id, release_id) references release
);
`,
    )
    .execute(db);
}
