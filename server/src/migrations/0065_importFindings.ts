/**
 * What an import would do is shown first, item by item, and waits for somebody's yes.
 *
 * @allow drop constraint transfer_state_check: a wider one takes its place in the same transaction; what the version before writes fits it
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table transfer drop constraint transfer_state_check;
alter table transfer add constraint transfer_state_check check (state in
  ('receiving', 'waiting', 'running', 'read', 'done', 'failed', 'cancelled')) not valid;
alter table transfer add column looks_first boolean not null default false;
alter table transfer add column agreed_at timestamptz;

create table import_finding (
  department_id uuid not null,
  transfer_id uuid not null,
  n int not null,
  key text not null,
  state text not null check (state in ('new', 'differs', 'same')),
  item_id uuid,
  version int,
  kind text not null,
  stem text not null,
  topic text,
  like_item_id uuid,
  choice text not null check (choice in ('take', 'leave', 'variant')),
  primary key (department_id, transfer_id, n),
  foreign key (department_id, transfer_id) references transfer on delete cascade
);
`,
    )
    .execute(db);
}
