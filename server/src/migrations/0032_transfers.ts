/** Files on their way in and out, in pieces: what is asked for in one request and done in the background. Only additions. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table transfer (
  department_id uuid not null references department,
  id uuid not null,
  kind text not null check (kind in ('import', 'export')),
  state text not null check (state in ('receiving', 'waiting', 'running', 'done', 'failed', 'cancelled')),
  name text not null,
  bytes bigint not null default 0,
  share real not null default 0,
  asked_by uuid not null references person,
  asked_at timestamptz not null,
  finished_at timestamptz,
  imported jsonb,
  problem jsonb,
  primary key (department_id, id)
);
create index transfer_newest on transfer (department_id, asked_at desc);
create index transfer_unfinished on transfer (state) where state in ('waiting', 'running');
create index transfer_old on transfer (asked_at);

create table transfer_piece (
  department_id uuid not null,
  transfer_id uuid not null,
  n int not null,
  bytes bytea not null,
  primary key (department_id, transfer_id, n),
  foreign key (department_id, transfer_id) references transfer on delete cascade
);
`,
    )
    .execute(db);
}
