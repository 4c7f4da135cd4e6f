/** Patterns and lists, and which items they have made. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table many (
  department_id uuid not null references department,
  id uuid not null,
  name text not null,
  topic_id uuid,
  body jsonb not null,
  version int not null default 1,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, id),
  foreign key (department_id, topic_id) references topic
);

create table many_item (
  department_id uuid not null,
  item_id uuid not null,
  many_id uuid not null,
  row_key text not null,
  primary key (department_id, item_id),
  foreign key (department_id, many_id) references many,
  foreign key (department_id, item_id) references item
);
create index on many_item (department_id, many_id);
`,
    )
    .execute(db);
}
