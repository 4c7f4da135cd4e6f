/**
 * What was dealt to each student of a release with draws, for the whole class at once (decision 0015).
 * Only an addition: a process of the version before draws for each student alone, as ever.
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table hand (
  department_id uuid not null,
  release_id uuid not null,
  ordinal int not null check (ordinal > 0),
  student_id uuid not null,
  drawn jsonb not null,
  at timestamptz not null,
  primary key (department_id, release_id, ordinal, student_id),
  foreign key (department_id, release_id) references release
);
`,
    )
    .execute(db);
}
