/** What was changed in a quiz, step by step, so that it can be taken back from any device. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table quiz_step (
  department_id uuid not null,
  quiz_id uuid not null,
  n int not null,
  by uuid not null references person,
  at timestamptz not null,
  change jsonb not null,
  undone boolean not null default false,
  primary key (department_id, quiz_id, n),
  foreign key (department_id, quiz_id) references quiz
);
`,
    )
    .execute(db);
}
