/** What was done with a class about answers that went wrong. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table remedy (
  department_id uuid not null references department,
  id uuid not null,
  class_id uuid not null,
  kind text not null check (kind in ('starter', 'taughtAgain')),
  topic_id uuid,
  item_id uuid,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, id),
  check ((kind = 'starter') = (item_id is not null)),
  foreign key (department_id, class_id) references class,
  foreign key (department_id, topic_id) references topic,
  foreign key (department_id, item_id) references item
);
create index remedy_of_class on remedy (department_id, class_id, at);
create index remedy_of_topic on remedy (department_id, topic_id);
`,
    )
    .execute(db);
}
