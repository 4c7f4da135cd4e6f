/** SQL that changes many items at once, set by set. */
import { sql } from "kysely";
import type { Db } from "../../platform/database.ts";
import { newId } from "../../platform/id.ts";

export interface LockedItem {
  readonly id: string;
  readonly status: "draft" | "inReview" | "approved" | "retired";
  readonly isUsable: boolean;
}

/** In the order of their ids, so that two of these never wait for each other. */
export async function lockItems(db: Db, departmentId: string, itemIds: readonly string[]): Promise<LockedItem[]> {
  const { rows } = await sql<LockedItem>`
    select id, status, approved_revision_id is not null as is_usable from item
    where department_id = ${departmentId} and id = any(${[...itemIds]}::uuid[]) and archived_at is null
    order by id for update`.execute(db);
  return rows;
}

export async function isMember(db: Db, departmentId: string, personId: string): Promise<boolean> {
  const row = await db
    .selectFrom("membership")
    .select("personId")
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .where("leftAt", "is", null)
    .executeTakeFirst();
  return row !== undefined;
}

export async function countStandards(db: Db, departmentId: string, standardIds: readonly string[]): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n from standard
    where department_id = ${departmentId} and id = any(${[...standardIds]}::uuid[])`.execute(db);
  return rows[0]?.n ?? 0;
}

export async function insertFamilies(db: Db, departmentId: string, ids: readonly string[]): Promise<void> {
  await sql`
    insert into family (department_id, id) select ${departmentId}::uuid, unnest(${[...ids]}::uuid[])`.execute(db);
}

interface Deed {
  readonly departmentId: string;
  readonly batchId: string;
  readonly actorId: string;
  readonly at: Date;
  readonly changeSeq: number;
}

/** History of what the items were, and of the version they are about to have. */
export async function keepBefore(db: Db, deed: Deed, itemIds: readonly string[]): Promise<void> {
  await sql`
    insert into history (department_id, id, at, actor_kind, actor_id, batch_id, entity, entity_id, action, before, after)
    select item.department_id, given.history_id, ${deed.at}, 'person', ${deed.actorId}, ${deed.batchId}, 'item', item.id,
      'changedTogether',
      jsonb_build_object('topicId', topic_id, 'demand', demand, 'use', "use", 'status', status,
        'expectedSeconds', expected_seconds, 'writerDifficulty', writer_difficulty, 'ownerId', owner_id,
        'language', language, 'familyId', family_id, 'tags', tags, 'points', points, 'successorId', successor_id,
        'standardIds', (select coalesce(jsonb_agg(standard_id), '[]') from item_standard tagged
          where tagged.department_id = item.department_id and tagged.item_id = item.id)),
      jsonb_build_object('version', version + 1)
    from unnest(${[...itemIds]}::uuid[], ${itemIds.map(() => newId())}::uuid[]) as given (item_id, history_id)
    join item on item.department_id = ${deed.departmentId} and item.id = given.item_id`.execute(db);
}

export interface Change {
  readonly topicId?: string | null | undefined;
  readonly demand?: string | undefined;
  readonly use?: string | undefined;
  readonly status?: "approved" | "retired" | undefined;
  readonly expectedSeconds?: number | undefined;
  readonly writerDifficulty?: number | undefined;
  readonly points?: number | undefined;
  readonly ownerId?: string | undefined;
  readonly language?: string | undefined;
  readonly family?: "together" | "apart" | undefined;
  /** Where they are put together: the family they get. */
  readonly familyId: string | null;
  readonly addTags?: readonly string[] | undefined;
  readonly removeTags?: readonly string[] | undefined;
  readonly addStandardIds?: readonly string[] | undefined;
  readonly removeStandardIds?: readonly string[] | undefined;
}

export async function applyChange(db: Db, deed: Deed, itemIds: readonly string[], change: Change): Promise<void> {
  const { departmentId } = deed;
  const ids = sql`${[...itemIds]}::uuid[]`;
  const sets = [
    sql`version = version + 1, change_seq = ${deed.changeSeq}, changed_at = ${deed.at}`,
    ...(change.topicId === undefined ? [] : [sql`topic_id = ${change.topicId}`]),
    ...(change.demand === undefined ? [] : [sql`demand = ${change.demand}`]),
    ...(change.use === undefined ? [] : [sql`"use" = ${change.use}`]),
    ...(change.status === undefined ? [] : [sql`status = ${change.status}, successor_id = null`]),
    ...(change.expectedSeconds === undefined ? [] : [sql`expected_seconds = ${change.expectedSeconds}`]),
    ...(change.writerDifficulty === undefined ? [] : [sql`writer_difficulty = ${change.writerDifficulty}`]),
    ...(change.points === undefined ? [] : [sql`points = ${change.points}`]),
    ...(change.ownerId === undefined ? [] : [sql`owner_id = ${change.ownerId}`]),
    ...(change.language === undefined ? [] : [sql`language = ${change.language}`]),
    ...(change.familyId === null ? [] : [sql`family_id = ${change.familyId}`]),
    ...(change.addTags || change.removeTags
      ? [
          sql`tags = array(
            select tag from unnest(tags || ${[...(change.addTags ?? [])]}::text[]) with ordinality as all_tags (tag, at)
            where tag <> all(${[...(change.removeTags ?? [])]}::text[])
            group by tag order by min(at) limit 20)`,
        ]
      : []),
  ];
  if (change.family === "apart") await setApart(db, departmentId, itemIds);
  await sql`update item set ${sql.join(sets)} where department_id = ${departmentId} and id = any(${ids})`.execute(db);
  if (change.removeStandardIds)
    await sql`
      delete from item_standard
      where department_id = ${departmentId} and item_id = any(${ids})
        and standard_id = any(${[...change.removeStandardIds]}::uuid[])`.execute(db);
  if (change.addStandardIds)
    await sql`
      insert into item_standard (department_id, item_id, standard_id)
      select ${departmentId}::uuid, item_id, standard_id
      from unnest(${ids}) as item_id, unnest(${[...change.addStandardIds]}::uuid[]) as standard_id
      on conflict do nothing`.execute(db);
}

export interface TaggedWith {
  readonly itemId: string;
  readonly tag: string;
  readonly standardId: string;
}

/** Items with a tag of one of these names, which are in small letters; one standard for each tag. */
export async function listTaggedWith(
  db: Db,
  departmentId: string,
  names: readonly { readonly name: string; readonly standardId: string }[],
): Promise<TaggedWith[]> {
  const { rows } = await sql<TaggedWith>`
    select distinct on (item.id, tag) item.id as item_id, tag, named.standard_id
    from item
    cross join lateral unnest(item.tags) as tag
    join unnest(${names.map((one) => one.name)}::text[], ${names.map((one) => one.standardId)}::uuid[])
      as named (name, standard_id) on named.name = lower(tag)
    where item.department_id = ${departmentId} and item.archived_at is null and item.tags <> '{}'
    order by item.id, tag, named.standard_id`.execute(db);
  return rows;
}

/** Each of these items gets the standard in the place of its tag. */
export async function giveForTags(db: Db, deed: Deed, found: readonly TaggedWith[]): Promise<void> {
  const { departmentId } = deed;
  const column = <K extends keyof TaggedWith>(key: K) => found.map((one) => one[key]);
  await sql`
    insert into item_standard (department_id, item_id, standard_id)
    select ${departmentId}::uuid, item_id, standard_id
    from unnest(${column("itemId")}::uuid[], ${column("standardId")}::uuid[]) as given (item_id, standard_id)
    on conflict do nothing`.execute(db);
  await sql`
    update item set version = version + 1, change_seq = ${deed.changeSeq}, changed_at = ${deed.at},
      tags = array(
        select tag from unnest(item.tags) with ordinality as own (tag, at) where tag <> all(given.tags) order by at)
    from (
      select item_id, array_agg(tag) as tags
      from unnest(${column("itemId")}::uuid[], ${column("tag")}::text[]) as one (item_id, tag) group by item_id
    ) as given
    where item.department_id = ${departmentId} and item.id = given.item_id`.execute(db);
}

async function setApart(db: Db, departmentId: string, itemIds: readonly string[]): Promise<void> {
  const families = itemIds.map(() => newId());
  await insertFamilies(db, departmentId, families);
  await sql`
    update item set family_id = given.family_id
    from unnest(${[...itemIds]}::uuid[], ${families}::uuid[]) as given (item_id, family_id)
    where item.department_id = ${departmentId} and item.id = given.item_id`.execute(db);
}

/** The items of a change, and whether each is still as that change left it. */
export async function listBatch(db: Db, departmentId: string, batchId: string) {
  const { rows } = await sql<{ itemId: string; isUnchanged: boolean }>`
    select history.entity_id as item_id, (history.after ->> 'version')::int = item.version as is_unchanged
    from history join item on item.department_id = history.department_id and item.id = history.entity_id
    where history.department_id = ${departmentId} and history.batch_id = ${batchId}
      and history.action = 'changedTogether'`.execute(db);
  return rows;
}

/** Gives the items back what they were before the change. */
export async function restoreBatch(db: Db, deed: Deed, batchId: string, itemIds: readonly string[]): Promise<void> {
  const { departmentId } = deed;
  const ids = sql`${[...itemIds]}::uuid[]`;
  await sql`
    update item set topic_id = (before ->> 'topicId')::uuid, demand = before ->> 'demand', "use" = before ->> 'use',
      status = before ->> 'status', expected_seconds = (before ->> 'expectedSeconds')::int,
      writer_difficulty = (before ->> 'writerDifficulty')::int, owner_id = (before ->> 'ownerId')::uuid,
      language = before ->> 'language', family_id = (before ->> 'familyId')::uuid,
      successor_id = (before ->> 'successorId')::uuid,
      tags = array(select jsonb_array_elements_text(before -> 'tags')),
      points = coalesce((before ->> 'points')::numeric, points),
      version = version + 1, change_seq = ${deed.changeSeq}, changed_at = ${deed.at}
    from history
    where item.department_id = ${departmentId} and item.id = any(${ids})
      and history.department_id = item.department_id and history.entity_id = item.id
      and history.batch_id = ${batchId} and history.action = 'changedTogether'`.execute(db);
  await sql`delete from item_standard where department_id = ${departmentId} and item_id = any(${ids})`.execute(db);
  await sql`
    insert into item_standard (department_id, item_id, standard_id)
    select history.department_id, entity_id, standard.id
    from history
    cross join lateral jsonb_array_elements_text(before -> 'standardIds') as given (standard_id)
    join standard on standard.department_id = history.department_id and standard.id = given.standard_id::uuid
    where history.department_id = ${departmentId} and batch_id = ${batchId} and action = 'changedTogether'
      and entity_id = any(${ids})`.execute(db);
}
