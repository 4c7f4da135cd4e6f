/** SQL for what guests see. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { guestItems } from "../platform/guestItems.ts";

export async function listVisibleIds(db: Db, departmentId: string, personId: string): Promise<string[]> {
  const rows = await guestItems(db, departmentId, personId).select("item.id").execute();
  return rows.map((row) => row.id);
}

/** Topics that were opened to the guest, with what lies under them. */
export async function listOpenTopics(db: Db, departmentId: string, personId: string): Promise<string[]> {
  const { rows } = await sql<{ topicId: string }>`
    select distinct above.topic_id from topic_ancestor above
    join access_grant granted on granted.department_id = above.department_id and granted.person_id = ${personId}
      and (granted.topic_id is null or granted.topic_id = above.ancestor_id)
    where above.department_id = ${departmentId}`.execute(db);
  return rows.map((row) => row.topicId);
}

/** Of `itemIds` those that the guest may see, in the order of their numbers. */
export function listVisible(db: Db, departmentId: string, personId: string, itemIds: readonly string[]) {
  return db
    .selectFrom("item")
    .innerJoin("itemRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "item.departmentId")
        .onRef("revision.id", "=", "item.approvedRevisionId"),
    )
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .leftJoin("stimulus", (join) =>
      join.onRef("stimulus.departmentId", "=", "item.departmentId").onRef("stimulus.id", "=", "item.stimulusId"),
    )
    .leftJoin("stimulusRevision as said", (join) =>
      join.onRef("said.departmentId", "=", "stimulus.departmentId").onRef("said.id", "=", "stimulus.latestRevisionId"),
    )
    .where("item.departmentId", "=", departmentId)
    .where("item.id", "in", itemIds)
    .where("item.id", "in", guestItems(db, departmentId, personId).select("item.id"))
    .select(["item.id", "item.number", "item.use", "item.stimulusId", "topic.name as topic"])
    .select(["revision.id as revisionId", "revision.content", "said.content as stimulus"])
    .orderBy("item.number")
    .execute();
}

export async function findRole(db: Db, departmentId: string, personId: string) {
  const row = await db
    .selectFrom("membership")
    .select("role")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .where("leftAt", "is", null)
    .executeTakeFirst();
  return row?.role;
}

export async function findDepartmentName(db: Db, departmentId: string): Promise<string> {
  const row = await db.selectFrom("department").select("name").where("id", "=", departmentId).executeTakeFirstOrThrow();
  return row.name;
}

export async function copyMedia(db: Db, from: string, to: string, hashes: readonly string[]): Promise<void> {
  await sql`
    insert into media
    select copy.* from media
    cross join lateral jsonb_populate_record(media, jsonb_build_object('department_id', ${to}::uuid, 'added_by', null)) copy
    where media.department_id = ${from} and media.hash = any(${[...hashes]}::text[])
    on conflict do nothing`.execute(db);
}

export async function keepOrigins(
  db: Db,
  departmentId: string,
  origins: readonly { itemId: string; key: string }[],
): Promise<void> {
  await sql`
    update item set origin = jsonb_build_object('key', given.key)
    from unnest(${origins.map((one) => one.itemId)}::uuid[], ${origins.map((one) => one.key)}::text[]) as given (item_id, key)
    where item.department_id = ${departmentId} and item.id = given.item_id`.execute(db);
}
