/** What the answers say against items, and who has looked at it. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table item_doubt (
  department_id uuid not null references department,
  item_id uuid not null,
  parameter_id uuid not null,
  answers int not null,
  gravity int not null,
  found jsonb not null,
  primary key (department_id, item_id)
);
create index item_doubt_gravest on item_doubt (department_id, gravity, answers desc);
create table doubt_look (
  department_id uuid not null references department,
  item_id uuid not null,
  parameter_id uuid not null,
  answers int not null,
  gravity int not null,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, item_id),
  foreign key (department_id, item_id) references item
);
`,
    )
    .execute(db);
}
