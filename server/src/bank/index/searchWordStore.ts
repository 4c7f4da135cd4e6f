/** SQL for the words that items are found by. */
import { sql } from "kysely";
import type { Db } from "../../platform/database.ts";
import { newestOfItems } from "../../platform/itemRows.ts";

/** What the newest revisions of items say, with what they hang on. */
export function listSaid(db: Db, departmentId: string, itemIds: readonly string[]) {
  return newestOfItems(db, departmentId)
    .leftJoin("stimulus", (join) =>
      join.onRef("stimulus.departmentId", "=", "item.departmentId").onRef("stimulus.id", "=", "item.stimulusId"),
    )
    .leftJoin("stimulusRevision as said", (join) =>
      join.onRef("said.departmentId", "=", "stimulus.departmentId").onRef("said.id", "=", "stimulus.latestRevisionId"),
    )
    .where(sql<boolean>`item.id = any(${[...itemIds]}::uuid[])`)
    .select(["item.id as itemId", "item.number", "item.label", "revision.content", "said.content as stimulus"])
    .execute();
}

export async function upsertSearch(
  db: Db,
  departmentId: string,
  rows: readonly { itemId: string; number: number; words: string }[],
): Promise<void> {
  const column = <K extends "itemId" | "number" | "words">(key: K) => rows.map((row) => row[key]);
  await sql`
    insert into item_search (department_id, item_id, number, doc)
    select ${departmentId}::uuid, item_id, number, to_tsvector('english', unaccent(words))
    from unnest(${column("itemId")}::uuid[], ${column("number")}::int[], ${column("words")}::text[])
      as given(item_id, number, words)
    on conflict (department_id, item_id) do update set doc = excluded.doc`.execute(db);
}

/** Makes the words known, so that one that is mistyped later is understood. */
export async function insertLexemes(db: Db, departmentId: string, texts: readonly string[]): Promise<void> {
  await sql`
    insert into lexeme (department_id, word)
    select distinct ${departmentId}::uuid, word
    from unnest(${[...texts]}::text[]) as given,
      lateral unnest(tsvector_to_array(to_tsvector('simple', unaccent(given)))) as word
    where length(word) between 3 and 40
    order by word
    on conflict do nothing`.execute(db);
}
