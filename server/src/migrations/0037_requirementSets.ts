/** Requirements of quizzes that a department keeps under a name. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table requirement_set (
  department_id uuid not null references department,
  id uuid not null,
  name text not null,
  blueprint jsonb not null,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, id)
);
create unique index requirement_set_name_key on requirement_set (department_id, lower(name));
`,
    )
    .execute(db);
}
