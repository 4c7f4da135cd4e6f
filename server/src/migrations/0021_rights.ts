/** Invitations by link, what guests may see, and links by which a password is set anew. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
-- The link's secret is made from the installation's and the id, so that it can be shown again and a dump holds none.
create table invitation (
  department_id uuid not null references department,
  id uuid not null,
  role text not null check (role in ('lead', 'teacher', 'guest')),
  note text not null default '',
  -- What a guest gets to see; null topic: everything.
  grants jsonb not null default '[]',
  by uuid not null references person,
  at timestamptz not null,
  expires_at timestamptz not null,
  withdrawn_at timestamptz,
  primary key (department_id, id)
);
create unique index on invitation (id);

create table access_grant (
  department_id uuid not null,
  id uuid not null,
  person_id uuid not null references person,
  topic_id uuid,
  sees_reserved boolean not null default false,
  invitation_id uuid not null,
  primary key (department_id, id),
  foreign key (department_id, topic_id) references topic,
  foreign key (department_id, invitation_id) references invitation
);
create index on access_grant (department_id, person_id);

create table password_reset (
  token_hash bytea primary key,
  person_id uuid not null references person,
  department_id uuid not null references department,
  by uuid not null references person,
  expires_at timestamptz not null
);
create index on password_reset (person_id);
create unique index if not exists membership_once on membership (department_id, person_id);
create index on history (department_id, at desc, id);
`,
    )
    .execute(db);
}
