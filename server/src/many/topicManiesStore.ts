/** SQL for patterns and lists that go from one topic to another. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** Gives a topic's patterns and lists to another; which they were. */
export async function moveManies(db: Db, departmentId: string, from: string, into: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    update many set topic_id = ${into} where department_id = ${departmentId} and topic_id = ${from} returning id`.execute(
    db,
  );
  return rows.map((row) => row.id);
}

/** Gives these back to a topic, those of them that have not gone elsewhere meanwhile. */
export async function giveManiesBack(
  db: Db,
  departmentId: string,
  ids: readonly string[],
  { from, into }: { readonly from: string; readonly into: string },
): Promise<void> {
  await sql`
    update many set topic_id = ${from}
    where department_id = ${departmentId} and topic_id = ${into} and id = any(${[...ids]}::uuid[])`.execute(db);
}
