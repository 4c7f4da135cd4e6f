/** SQL for pictures and recordings that go along with items to another department. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export async function copyMedia(db: Db, from: string, to: string, hashes: readonly string[]): Promise<void> {
  await sql`
    insert into media
    select copy.* from media
    cross join lateral jsonb_populate_record(media, jsonb_build_object('department_id', ${to}::uuid, 'added_by', null)) copy
    where media.department_id = ${from} and media.hash = any(${[...hashes]}::text[])
    on conflict do nothing`.execute(db);
}
