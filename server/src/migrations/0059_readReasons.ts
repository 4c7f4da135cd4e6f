/** Reasons that other students may read: what a teacher said of them, and which a student would tell a friend. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table reason
  add column read_as text,
  add column read_by uuid references person,
  add column read_at timestamptz;
alter table reason add constraint reason_read_as check (read_as in ('good', 'fit')) not valid;

-- which reason of another student somebody would tell a friend, of a question that they got wrong
create table reason_told (
  department_id uuid not null,
  sitting_id uuid not null,
  position int not null,
  told_sitting_id uuid not null,
  told_position int not null,
  at timestamptz not null,
  primary key (department_id, sitting_id, position),
  foreign key (department_id, sitting_id, position) references sitting_item,
  foreign key (department_id, told_sitting_id, told_position) references reason (department_id, sitting_id, position) on delete cascade
);
create index reason_told_of on reason_told (department_id, told_sitting_id, told_position);
`,
    )
    .execute(db);
}
