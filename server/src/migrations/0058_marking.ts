/** Marking by several people: a second mark, what a department often says, and when students see marks. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table second_mark (
  department_id uuid not null,
  sitting_id uuid not null,
  position int not null,
  levels jsonb not null,
  by uuid not null references person,
  at timestamptz not null,
  -- what the first marker had said by then: later changes of the mark do not change how far two people agreed
  first_levels jsonb not null,
  first_by uuid not null references person,
  settled_by uuid references person,
  settled_at timestamptz,
  primary key (department_id, sitting_id, position),
  foreign key (department_id, sitting_id, position) references sitting_item
);
create table marking_comment (
  department_id uuid not null references department,
  id uuid not null,
  text text not null,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, id)
);
create unique index marking_comment_text on marking_comment (department_id, lower(text));

-- when an answer was marked for the first time; empty: before this was kept, and seen by its student since
alter table rubric_mark add column first_at timestamptz;
-- students see marks given up to here, though others still wait
alter table release add column marks_shown_at timestamptz;
`,
    )
    .execute(db);
}
