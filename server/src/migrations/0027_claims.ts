/**
 * How far a device's word is believed (docs/decisions/0014), and whose doors the demo opens.
 * What was answered was reached: answers that came late had not said so.
 * Two people who mark do not overwrite each other: a mark has a version, and who is on an answer stands beside it.
 * Only additions: a process of the version before goes on beside it.
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table response_event add column queued_to int;
update sitting_item si set shown_at = response.received_at
from response
where si.shown_at is null and response.department_id = si.department_id and response.sitting_id = si.sitting_id
  and response.position = si.position;
alter table rubric_mark add column version int not null default 1;
create table marking_claim (
  department_id uuid not null,
  sitting_id uuid not null,
  position int not null,
  person_id uuid not null references person,
  at timestamptz not null,
  primary key (department_id, sitting_id, position),
  foreign key (department_id, sitting_id, position) references sitting_item
);
alter table department add column is_demo boolean not null default false;
`,
    )
    .execute(db);
}
