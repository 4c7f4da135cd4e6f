/** Words of the department's own, which no dictionary has. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table department_word (
  department_id uuid not null references department,
  word text not null,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, word)
);
`,
    )
    .execute(db);
}
