/** Who is in which item just now, and what a department has set out to write. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
-- worth nothing after half a minute, so it need not survive a crash
create unlogged table presence (
  department_id uuid not null,
  item_id uuid not null,
  person_id uuid not null,
  topic_id uuid,
  seen_at timestamptz not null,
  primary key (department_id, item_id, person_id)
);

create table writing_goal (
  department_id uuid not null references department,
  id uuid not null,
  topic_id uuid not null,
  person_id uuid references person,
  wanted int not null check (wanted between 1 and 1000),
  since timestamptz not null,
  until date,
  by uuid not null references person,
  primary key (department_id, id),
  foreign key (department_id, topic_id) references topic
);
create unique index on writing_goal (department_id, topic_id, person_id) nulls not distinct;
create index on item (department_id, created_at desc);
`,
    )
    .execute(db);
}
