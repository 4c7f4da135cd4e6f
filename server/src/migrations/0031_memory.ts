/**
 * How far a class's memory is in step with its evidence and its schedule, and states of it to go back to (decision
 * 0022). Only additions: what is there counts as in need of being worked out again, once. A process of the version
 * before goes on working memories out at once, and knows neither table.
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table class_memory (
  department_id uuid not null,
  class_id uuid not null,
  changed_from bigint,
  basis jsonb not null default '{}',
  basis_digest text not null default '',
  primary key (department_id, class_id),
  foreign key (department_id, class_id) references class
);
create index class_memory_changed on class_memory (department_id) where changed_from is not null;

create table memory_checkpoint (
  department_id uuid not null,
  class_id uuid not null,
  seq bigint not null,
  states jsonb not null,
  offsets jsonb not null,
  primary key (department_id, class_id, seq),
  foreign key (department_id, class_id) references class
);

insert into class_memory (department_id, class_id, changed_from)
select distinct department_id, class_id, 0 from memory_state;
`,
    )
    .execute(db);
}
