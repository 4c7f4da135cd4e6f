/** SQL for topics that are merged, taken apart and split: the tree, and the standards that topics serve. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { topicRows } from "../platform/topicRows.ts";

export const ofStandards = [topicRows("topic_standard", ["standard_id"])];

export async function lockTopics(db: Db, departmentId: string, ids: readonly string[]) {
  const { rows } = await sql<{
    id: string;
    name: string;
    parentId: string | null;
    mergedIntoId: string | null;
    isGone: boolean;
  }>`
    select id, name, parent_id, merged_into_id, archived_at is not null as is_gone from topic
    where department_id = ${departmentId} and id = any(${[...ids]}::uuid[]) order by id for update`.execute(db);
  return rows;
}

/**
 * What lies under a topic comes to lie under another; what lies between the two moves up, so that nothing comes to lie
 * under itself. Which topics these were.
 */
export async function moveChildren(db: Db, departmentId: string, from: string, into: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    update topic child set parent_id = case
        when exists (select 1 from topic_ancestor between_them where between_them.department_id = child.department_id
          and between_them.topic_id = ${into} and between_them.ancestor_id = child.id)
        then (select parent_id from topic where department_id = ${departmentId} and id = ${from}) else ${into} end
    where child.department_id = ${departmentId} and child.parent_id = ${from}
    returning id`.execute(db);
  return rows.map((row) => row.id);
}

export async function restoreChildren(
  db: Db,
  departmentId: string,
  { from, into }: { readonly from: string; readonly into: string },
  before: { readonly children: readonly string[]; readonly intoParentId: string | null },
): Promise<void> {
  await sql`
    update topic set parent_id = ${from}
    where department_id = ${departmentId} and id = any(${[...before.children]}::uuid[])`.execute(db);
  await sql`
    update topic set parent_id = ${before.intoParentId} where department_id = ${departmentId} and id = ${into}`.execute(
    db,
  );
}

/** Of a topic's standards these become another's. */
export async function giveStandards(
  db: Db,
  departmentId: string,
  from: string,
  into: string,
  standardIds: readonly string[],
): Promise<void> {
  await sql`
    update topic_standard set topic_id = ${into}
    where department_id = ${departmentId} and topic_id = ${from} and standard_id = any(${[...standardIds]}::uuid[])`.execute(
    db,
  );
}
