/** SQL for writing together. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";
import { newestOfItems } from "../platform/itemRows.ts";

export async function upsertPresence(db: Db, row: Insertable<Tables["presence"]>): Promise<void> {
  await db
    .insertInto("presence")
    .values(row)
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "itemId", "personId"])
        .doUpdateSet({ topicId: row.topicId, seenAt: row.seenAt }),
    )
    .execute();
}

export async function deleteFadedPresence(db: Db, departmentId: string, before: Date): Promise<void> {
  await db.deleteFrom("presence").where("departmentId", "=", departmentId).where("seenAt", "<", before).execute();
}

export function listPresent(db: Db, departmentId: string, since: Date) {
  return db
    .selectFrom("presence")
    .innerJoin("person", "person.id", "presence.personId")
    .leftJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "presence.departmentId").onRef("item.id", "=", "presence.itemId"),
    )
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "presence.departmentId").onRef("topic.id", "=", "presence.topicId"),
    )
    .where("presence.departmentId", "=", departmentId)
    .where("presence.seenAt", ">=", since)
    .select(["presence.itemId", "presence.personId", "person.name", "item.number", "topic.name as topic"])
    .orderBy("presence.seenAt", "desc")
    .execute();
}

export function listMembers(db: Db, departmentId: string) {
  return db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .where("membership.departmentId", "=", departmentId)
    .where("membership.leftAt", "is", null)
    .where("membership.role", "<>", "guest")
    .select(["person.id as personId", "person.name"])
    .orderBy("membership.joinedAt")
    .orderBy("person.id")
    .execute();
}

/** What counts to a goal or a day: items in use, and those that still lack something or wait. */
const counted = {
  usable: sql<number>`count(*) filter (where item.status = 'approved')::int`,
  inProgress: sql<number>`count(*) filter (where item.status in ('draft', 'inReview'))::int`,
};

/** Items begun on the local day of `now`, by their owners. */
export function countWrittenToday(db: Db, departmentId: string, now: Date) {
  return db
    .selectFrom("item")
    .innerJoin("department", "department.id", "item.departmentId")
    .where("item.departmentId", "=", departmentId)
    .where("item.archivedAt", "is", null)
    .where(
      sql<boolean>`item.created_at >= date_trunc('day', ${now}::timestamptz at time zone department.time_zone) at time zone department.time_zone`,
    )
    .groupBy("item.ownerId")
    .select(["item.ownerId as personId", counted.usable.as("usable"), counted.inProgress.as("inProgress")])
    .execute();
}

/** @param byHand only what was written one by one: what a pattern makes is alike on purpose */
export function listLatest(db: Db, departmentId: string, limit: number, byHand = false) {
  return newestOfItems(db, departmentId)
    .innerJoin("person as owner", "owner.id", "item.ownerId")
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .where("item.archivedAt", "is", null)
    .where("item.status", "<>", "retired")
    .$if(byHand, (query) =>
      query.where((eb) =>
        eb.not(
          eb.exists(
            eb
              .selectFrom("manyItem")
              .select("manyItem.itemId")
              .whereRef("manyItem.departmentId", "=", "item.departmentId")
              .whereRef("manyItem.itemId", "=", "item.id"),
          ),
        ),
      ),
    )
    .select(["item.id", "item.number", "item.status", "item.createdAt as at", "owner.name as owner"])
    .select(["topic.name as topic", "revision.content"])
    .orderBy("item.createdAt", "desc")
    .orderBy("item.number", "desc")
    .limit(limit)
    .execute();
}

export function listGoals(db: Db, departmentId: string) {
  const written = (column: keyof typeof counted) =>
    sql<number>`(
      select ${counted[column]} from item
      where item.department_id = goal.department_id and item.archived_at is null and item.created_at >= goal.since
        and (goal.person_id is null or item.owner_id = goal.person_id)
        and exists (
          select 1 from topic_ancestor
          where topic_ancestor.department_id = goal.department_id and topic_ancestor.ancestor_id = goal.topic_id
            and topic_ancestor.topic_id = item.topic_id))`;
  return db
    .selectFrom("writingGoal as goal")
    .innerJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "goal.departmentId").onRef("topic.id", "=", "goal.topicId"),
    )
    .leftJoin("person", "person.id", "goal.personId")
    .where("goal.departmentId", "=", departmentId)
    .select(["goal.id", "goal.topicId", "topic.name as topic", "goal.personId", "person.name as person"])
    .select(["goal.wanted", "goal.until", written("usable").as("usable"), written("inProgress").as("inProgress")])
    .orderBy("topic.name")
    .orderBy("person.name")
    .execute();
}

/** Locks the topic until the transaction ends, so that of two goals set at once the second sees the first. */
export async function lockTopic(db: Db, departmentId: string, topicId: string): Promise<boolean> {
  const row = await db
    .selectFrom("topic")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "=", topicId)
    .forUpdate()
    .executeTakeFirst();
  return row !== undefined;
}

export function findGoal(db: Db, departmentId: string, goalId: string) {
  return db
    .selectFrom("writingGoal")
    .select(["id", "topicId", "personId", "wanted", "since", "until", "by"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", goalId)
    .forUpdate()
    .executeTakeFirst();
}

/** False where another goal stands for the same topic and person. What was written since it was set still counts. */
export async function upsertGoal(db: Db, row: Insertable<Tables["writingGoal"]>): Promise<boolean> {
  const { id, departmentId, topicId, personId, wanted, until } = row;
  const other = await db
    .selectFrom("writingGoal")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("topicId", "=", topicId)
    .where("personId", "is not distinct from", personId ?? null)
    .where("id", "<>", id)
    .executeTakeFirst();
  if (other) return false;
  await db
    .insertInto("writingGoal")
    .values(row)
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "id"]).doUpdateSet({ topicId, personId, wanted, until }),
    )
    .execute();
  return true;
}

export async function deleteGoal(db: Db, departmentId: string, goalId: string): Promise<void> {
  await db.deleteFrom("writingGoal").where("departmentId", "=", departmentId).where("id", "=", goalId).execute();
}

export async function deleteGoalsOf(db: Db, departmentId: string, topicId: string): Promise<void> {
  await db.deleteFrom("writingGoal").where("departmentId", "=", departmentId).where("topicId", "=", topicId).execute();
}
