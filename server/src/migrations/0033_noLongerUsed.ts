/**
 * What no version that may still run reads or writes goes: topics besides an item's own never came, licences are a
 * picture's, and a stimulus orders its items by their numbers.
 * @allow drop table item_topic: nothing has read or written it since version 0031
 * @allow drop column stimulus_position: nothing has ever read or written it, and no query takes all columns of an item
 * @allow drop column licence: the same
 */
import { sql, type Kysely } from "kysely";

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(`drop table item_topic`).execute(db);
  await sql.raw(`alter table item drop column stimulus_position, drop column licence`).execute(db);
}
