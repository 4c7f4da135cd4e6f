/** The day a member was last here, and the moment at which the demo's clock stands. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table member_seen (
  department_id uuid not null references department,
  person_id uuid not null references person,
  seen_on date not null,
  primary key (department_id, person_id)
);
`,
    )
    .execute(db);
  await sql.raw("alter table installation add column demo_now timestamptz").execute(db);
}
