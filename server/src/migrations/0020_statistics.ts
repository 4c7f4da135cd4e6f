/** Figures of items for finding them, tags, whether an item explains itself, and views of the bank that are kept. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
-- First answers to the newest lineage of an item; uses and students over all of its revisions.
create table item_stats (
  department_id uuid not null,
  item_id uuid not null,
  answers int not null,
  credit_sum double precision not null,
  agreement double precision,
  uses int not null,
  students int not null,
  last_used_on date,
  change_seq bigint not null,
  primary key (department_id, item_id),
  foreign key (department_id, item_id) references item
);
create index on item_stats (department_id, change_seq);
-- Up to which moment answers are in item_stats.
create table stats_through (
  department_id uuid primary key references department,
  through timestamptz not null
);
create index on mark (department_id, at);
create index on sitting (department_id, started_at);

alter table item add column tags text[] not null default '{}';
alter table item add column has_explanation boolean not null default false;
update item set has_explanation = true from item_revision as revision
where revision.department_id = item.department_id and revision.id = item.latest_revision_id
  and jsonb_typeof(revision.content -> 'explanation') = 'object';

create table saved_view (
  department_id uuid not null references department,
  id uuid not null,
  person_id uuid references person,
  name text not null,
  address text not null,
  by uuid not null references person,
  at timestamptz not null,
  primary key (department_id, id)
);
create index on history (department_id, batch_id);
create unique index on saved_view (department_id, person_id, lower(name)) nulls not distinct;
`,
    )
    .execute(db);
}
