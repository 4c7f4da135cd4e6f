/** Standards of different frameworks that ask the same, and lines of courses from which a standard counts as secure. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table standard_link (
  department_id uuid not null,
  from_id uuid not null,
  to_id uuid not null,
  kind text not null check (kind in ('equals', 'overlaps')),
  primary key (department_id, from_id, to_id),
  foreign key (department_id, from_id) references standard,
  foreign key (department_id, to_id) references standard,
  -- Both ways are one link.
  check (from_id < to_id)
);
create index on standard_link (department_id, to_id);
alter table course add column secure_line real check (secure_line > 0 and secure_line < 1);
`,
    )
    .execute(db);
}
