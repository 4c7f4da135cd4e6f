/** A wrong key found late: what was decided about it, and marks that no longer count or say nothing about a student. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table key_ruling (
  department_id uuid not null,
  id uuid not null,
  item_id uuid not null,
  revision_id uuid not null,
  -- null: wherever this revision was given
  release_id uuid,
  ruling text not null check (ruling in ('correct', 'accept', 'award', 'drop')),
  answer jsonb,
  -- the revision that the item got by it
  mended_revision_id uuid,
  by uuid not null references person,
  at timestamptz not null,
  undone_by uuid references person,
  undone_at timestamptz,
  primary key (department_id, id),
  check ((ruling in ('correct', 'accept')) = (answer is not null)),
  foreign key (department_id, item_id) references item,
  foreign key (department_id, revision_id) references item_revision,
  foreign key (department_id, mended_revision_id) references item_revision,
  foreign key (department_id, release_id) references release
);
create index on key_ruling (department_id, revision_id);
create index on key_ruling (department_id, item_id);

alter table mark
  -- whether its points belong to the total
  add column counts boolean not null default true,
  -- whether it says something about the student: what everybody is given does not
  add column is_evidence boolean not null default true,
  add foreign key (department_id, ruling_id) references key_ruling;
create index on mark (department_id, ruling_id) where ruling_id is not null;
`,
    )
    .execute(db);
}
