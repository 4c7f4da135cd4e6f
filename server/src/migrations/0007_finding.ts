/** Finding items: the words of the bank, so that a mistyped one is understood; and the tray of a member. */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql
    .raw(
      `
alter table item_search add column number int;
update item_search set number = item.number from item
where item.department_id = item_search.department_id and item.id = item_search.item_id;
alter table item_search alter column number set not null;

create table lexeme (
  department_id uuid not null references department,
  word text not null,
  primary key (department_id, word)
);
create index on lexeme using gin (word gin_trgm_ops);
create index on item (department_id, owner_id);

insert into lexeme (department_id, word)
select distinct department_id, word
from item_search, lateral unnest(tsvector_to_array(doc)) as word
where length(word) between 3 and 40;

create table tray_item (
  department_id uuid not null,
  person_id uuid not null references person,
  item_id uuid not null,
  added_at timestamptz not null,
  primary key (department_id, person_id, item_id),
  foreign key (department_id, item_id) references item
);
`,
    )
    .execute(db);
}
