/** What a person said a written answer is worth: kept apart from the marks, so that no ruling or re-mark loses it. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table rubric_mark (
  department_id uuid not null,
  sitting_id uuid not null,
  position int not null,
  levels jsonb not null,
  credit double precision not null check (credit between 0 and 1),
  comment text not null default '',
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, sitting_id, position),
  foreign key (department_id, sitting_id, position) references sitting_item
);

-- what waits for somebody to read it: few of very many
create index marks_waiting on mark (department_id, sitting_id) where not is_evidence and counts and ruling_id is null;
`,
    )
    .execute(db);
}
