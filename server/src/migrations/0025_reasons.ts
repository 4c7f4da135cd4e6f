/** Why students answered as they did, in their own words: told after they have seen how it went. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table reason (
  department_id uuid not null,
  sitting_id uuid not null,
  position int not null,
  text text not null check (text <> ''),
  at timestamptz not null,
  primary key (department_id, sitting_id, position),
  foreign key (department_id, sitting_id, position) references sitting_item
);
`,
    )
    .execute(db);
}
