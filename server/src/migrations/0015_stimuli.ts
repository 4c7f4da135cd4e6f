/** Shared texts, maps and charts: revisions that items hang on and releases remember. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
create table stimulus (
  department_id uuid not null references department,
  id uuid not null,
  latest_revision_id uuid not null,
  version int not null default 1,
  created_by uuid not null references person,
  changed_at timestamptz not null,
  archived_at timestamptz,
  primary key (department_id, id)
);

create table stimulus_revision (
  department_id uuid not null,
  id uuid not null,
  stimulus_id uuid not null,
  n int not null,
  content jsonb not null,
  author_id uuid not null references person,
  at timestamptz not null,
  primary key (department_id, id),
  unique (department_id, stimulus_id, n),
  foreign key (department_id, stimulus_id) references stimulus deferrable initially deferred
);
create trigger stimulus_revision_is_kept before update or delete on stimulus_revision
  for each row execute function refuse_change();
alter table stimulus add foreign key (department_id, latest_revision_id)
  references stimulus_revision deferrable initially deferred;

create table stimulus_media (
  department_id uuid not null,
  revision_id uuid not null,
  hash text not null,
  primary key (department_id, revision_id, hash),
  foreign key (department_id, revision_id) references stimulus_revision,
  foreign key (department_id, hash) references media
);
create index on stimulus_media (department_id, hash);

alter table item add foreign key (department_id, stimulus_id) references stimulus;
create index on item (department_id, stimulus_id) where stimulus_id is not null;
alter table release_item add foreign key (department_id, stimulus_revision_id) references stimulus_revision;
create index on release_item (department_id, stimulus_revision_id) where stimulus_revision_id is not null;
`,
    )
    .execute(db);
}
