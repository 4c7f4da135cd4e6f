/** How a department reads the columns of its workbooks. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table column_mapping (
  department_id uuid not null references department,
  signature text not null,
  roles jsonb not null,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, signature)
);
`,
    )
    .execute(db);
}
