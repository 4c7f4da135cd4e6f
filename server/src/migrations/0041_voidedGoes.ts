/** Goes that were taken out, why and by whom; brought back, the row stays and says so. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table voided_go (
  department_id uuid not null references department,
  id uuid not null,
  sitting_id uuid not null,
  at timestamptz not null,
  reason text not null,
  by uuid not null references person,
  ordinal int not null,
  state text not null check (state in ('running', 'handedIn', 'closed')),
  brought_back_at timestamptz,
  primary key (department_id, id),
  foreign key (department_id, sitting_id) references sitting
);
create index voided_go_sitting on voided_go (department_id, sitting_id);
create index voided_go_changed on voided_go (department_id, (greatest(at, brought_back_at)));
`,
    )
    .execute(db);
}
