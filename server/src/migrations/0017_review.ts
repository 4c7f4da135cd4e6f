/** Looks that are asked for before or after an item is used, and what colleagues say about items. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table review_request (
  department_id uuid not null references department,
  id uuid not null,
  item_id uuid not null,
  revision_id uuid not null,
  kind text not null check (kind in ('review', 'secondLook')),
  asked_by uuid not null references person,
  asked_at timestamptz not null,
  state text not null default 'open' check (state in ('open', 'approved', 'sentBack', 'withdrawn')),
  decided_by uuid references person,
  decided_at timestamptz,
  words text not null default '',
  primary key (department_id, id),
  foreign key (department_id, item_id) references item,
  foreign key (department_id, revision_id) references item_revision deferrable initially deferred,
  check ((state = 'open') = (decided_at is null))
);
create unique index on review_request (department_id, item_id) where state = 'open';
create index on review_request (department_id, item_id);

create table comment (
  department_id uuid not null references department,
  id uuid not null,
  item_id uuid not null,
  revision_id uuid not null,
  field text check (field in ('question', 'answers', 'explanation', 'nextStep')),
  body text not null,
  suggestion jsonb,
  by uuid not null references person,
  at timestamptz not null,
  settled text check (settled in ('settled', 'taken')),
  settled_by uuid references person,
  settled_at timestamptz,
  primary key (department_id, id),
  foreign key (department_id, item_id) references item,
  foreign key (department_id, revision_id) references item_revision deferrable initially deferred,
  check ((settled is null) = (settled_at is null))
);
create index on comment (department_id, item_id, at);
create index on comment (department_id) where settled is null;
`,
    )
    .execute(db);
}
