/** Items of which somebody asked for a twin. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table twin_request (
  department_id uuid not null,
  item_id uuid not null,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, item_id),
  foreign key (department_id, item_id) references item
);
create index on item (department_id, twin_id) where twin_id is not null;
`,
    )
    .execute(db);
}
