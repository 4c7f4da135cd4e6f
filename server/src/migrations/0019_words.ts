/** Words of the department's own, which no dictionary has, and sets of words to judge by. */
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

create table option_set (
  department_id uuid not null references department,
  id uuid not null,
  name text not null,
  words jsonb not null,
  primary key (department_id, id),
  unique (department_id, name)
);
`,
    )
    .execute(db);
}
