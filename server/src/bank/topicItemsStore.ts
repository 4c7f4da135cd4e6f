/** SQL for items that go from one topic to another with all that hangs on it. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface ItemsChange {
  readonly changeSeq: number;
  readonly changedAt: Date;
}

const next = ({ changeSeq, changedAt }: ItemsChange) =>
  sql`version = version + 1, change_seq = ${changeSeq}, changed_at = ${changedAt}`;

/** Gives a topic's items to another topic, or those that serve one of these standards; which they were. */
export async function moveItems(
  db: Db,
  departmentId: string,
  from: string,
  into: string,
  change: ItemsChange,
  standardIds: readonly string[] | null = null,
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    update item set topic_id = ${into}, ${next(change)}
    where department_id = ${departmentId} and topic_id = ${from} and (${standardIds}::uuid[] is null or id in (
      select item_id from item_standard where department_id = ${departmentId} and standard_id = any(${standardIds}::uuid[])))
    returning id`.execute(db);
  return rows.map((row) => row.id).sort();
}

/** Gives these items back to a topic, those of them that have not gone elsewhere meanwhile. */
export async function giveItemsBack(
  db: Db,
  departmentId: string,
  itemIds: readonly string[],
  { from, into }: { readonly from: string; readonly into: string },
  change: ItemsChange,
): Promise<void> {
  await sql`
    update item set topic_id = case when topic_id = ${into} then ${from} else topic_id end, ${next(change)}
    where department_id = ${departmentId} and id = any(${[...itemIds]}::uuid[])`.execute(db);
}
