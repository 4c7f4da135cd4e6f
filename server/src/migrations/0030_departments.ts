/**
 * Words and texts of the bank are looked up within their department (see `indexes.ts`): one index over the words of all
 * departments was gone through for each search. A process of the version before searches without it, by the primary key.
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`create extension if not exists btree_gin`.execute(db);
  await sql`drop index lexeme_word_idx`.execute(db);
  await sql`drop index item_search_doc_idx`.execute(db);
}
