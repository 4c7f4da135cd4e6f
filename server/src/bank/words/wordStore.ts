/** SQL for words of the department's own, and for the last items of a writer. */
import type { Content } from "@verdant/core/items/kinds";
import { sql, type Insertable } from "kysely";
import type { Db } from "../../platform/database.ts";
import type { Tables } from "../../platform/tables.ts";
import { newestOfItems } from "../../platform/itemRows.ts";

/** In so many items a word is no slip. */
const settled = 3;

/** Words among `words`, in lower case, that somebody has said are the department's, or that stand in several items. */
export async function listKnown(db: Db, departmentId: string, words: readonly string[]): Promise<Set<string>> {
  if (words.length === 0) return new Set();
  const { rows } = await sql<{ word: string }>`
    select asked.word from unnest(${words}::text[]) as asked(word)
    where exists (
        select 1 from department_word own where own.department_id = ${departmentId} and own.word = asked.word)
      or (select count(*) from (
        select 1 from item_search
        where item_search.department_id = ${departmentId}
          and item_search.doc @@ phraseto_tsquery('english', unaccent(asked.word))
        limit ${settled}) as used) >= ${settled}`.execute(db);
  return new Set(rows.map((row) => row.word));
}

export async function insertWords(db: Db, rows: Insertable<Tables["departmentWord"]>[]): Promise<void> {
  await db
    .insertInto("departmentWord")
    .values(rows)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function listLastChoices(
  db: Db,
  departmentId: string,
  personId: string,
  besides: string | undefined,
  limit: number,
): Promise<Content[]> {
  const rows = await newestOfItems(db, departmentId)
    .where("item.ownerId", "=", personId)
    .where("item.kind", "=", "oneRightAnswer")
    .$if(besides !== undefined, (query) => query.where("item.id", "<>", besides ?? ""))
    .select("revision.content")
    .orderBy("item.createdAt", "desc")
    .orderBy("item.number", "desc")
    .limit(limit)
    .execute();
  return rows.map((row) => row.content);
}
