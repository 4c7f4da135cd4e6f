/** SQL for topics and standards. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

/** Topics that are in use, each with its own or nearest inherited letter and hue, and the letter of a unit that lists it. */
export function listTopics(db: Db, departmentId: string) {
  return db
    .selectFrom("topic")
    .where("topic.departmentId", "=", departmentId)
    .where("archivedAt", "is", null)
    .where("mergedIntoId", "is", null)
    .select(["id", "parentId", "name", "letter", "hue", "position"])
    .select((eb) => [
      eb
        .selectFrom("topicStandard")
        .whereRef("topicStandard.departmentId", "=", "topic.departmentId")
        .whereRef("topicStandard.topicId", "=", "topic.id")
        .select(sql<string[]>`coalesce(array_agg(standard_id), '{}')`.as("ids"))
        .as("standardIds"),
      eb
        .selectFrom("unitTopic")
        .innerJoin("unit", (join) =>
          join.onRef("unit.departmentId", "=", "unitTopic.departmentId").onRef("unit.id", "=", "unitTopic.unitId"),
        )
        .whereRef("unitTopic.departmentId", "=", "topic.departmentId")
        .whereRef("unitTopic.topicId", "=", "topic.id")
        .select(
          sql<{
            letter: string;
            hue: number;
          } | null>`(array_agg(json_build_object('letter', unit.letter, 'hue', unit.hue) order by unit.id))[1]`.as(
            "strand",
          ),
        )
        .as("strand"),
    ])
    .orderBy("position")
    .execute();
}

const shownStandards = (db: Db, departmentId: string) =>
  db
    .selectFrom("standard")
    .innerJoin("framework", (join) =>
      join
        .onRef("framework.departmentId", "=", "standard.departmentId")
        .onRef("framework.id", "=", "standard.frameworkId"),
    )
    .where("standard.departmentId", "=", departmentId)
    .select(["standard.id", "standard.parentId", "standard.code", "standard.statement", "standard.studentWording"])
    .select(["framework.title as framework", "standard.secureLine"]);

/** Framework by framework, each in its own order. */
export function listStandards(db: Db, departmentId: string) {
  return shownStandards(db, departmentId)
    .where("standard.retiredAt", "is", null)
    .orderBy("framework.id")
    .orderBy("standard.position")
    .execute();
}

/** Those that were withdrawn and that an item or a topic still carries, with how many items. */
export async function listWithdrawn(db: Db, departmentId: string) {
  const rows = await shownStandards(db, departmentId)
    .where("standard.retiredAt", "is not", null)
    .select(
      sql<number>`(
        select count(*)::int from item_standard carried
        join item on item.department_id = carried.department_id and item.id = carried.item_id and item.archived_at is null
        where carried.department_id = standard.department_id and carried.standard_id = standard.id)`.as("items"),
    )
    .select(
      sql<boolean>`exists (
        select 1 from topic_standard served
        where served.department_id = standard.department_id and served.standard_id = standard.id)`.as("isServed"),
    )
    .orderBy("framework.id")
    .orderBy("standard.position")
    .execute();
  return rows.flatMap(({ isServed, ...row }) => (row.items > 0 || isServed ? [row] : []));
}

/** Items that carry a standard, in whatever state. */
export async function listItemIdsWith(db: Db, departmentId: string, standardId: string): Promise<string[]> {
  const rows = await db
    .selectFrom("itemStandard")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "itemStandard.departmentId").onRef("item.id", "=", "itemStandard.itemId"),
    )
    .where("itemStandard.departmentId", "=", departmentId)
    .where("itemStandard.standardId", "=", standardId)
    .where("item.archivedAt", "is", null)
    .select("item.id")
    .execute();
  return rows.map((row) => row.id);
}

/** Links between standards, each once. */
export function listLinks(db: Db, departmentId: string) {
  return db
    .selectFrom("standardLink")
    .select(["fromId", "toId", "kind"])
    .where("departmentId", "=", departmentId)
    .execute();
}

export async function setLink(
  db: Db,
  departmentId: string,
  [fromId, toId]: readonly [string, string],
  kind: "equals" | "overlaps" | null,
): Promise<void> {
  if (kind === null)
    await db
      .deleteFrom("standardLink")
      .where("departmentId", "=", departmentId)
      .where("fromId", "=", fromId)
      .where("toId", "=", toId)
      .execute();
  else
    await db
      .insertInto("standardLink")
      .values({ departmentId, fromId, toId, kind })
      .onConflict((conflict) => conflict.columns(["departmentId", "fromId", "toId"]).doUpdateSet({ kind }))
      .execute();
}

export async function findUsualLine(db: Db, departmentId: string): Promise<number | undefined> {
  const { rows } = await sql<{ line: number | null }>`
    select (settings ->> 'secureLine')::float8 as line from department where id = ${departmentId}`.execute(db);
  return rows[0]?.line ?? undefined;
}

export async function updateUsualLine(db: Db, departmentId: string, line: number | null): Promise<void> {
  await sql`
    update department set settings = settings || jsonb_build_object('secureLine', ${line}::float8)
    where id = ${departmentId}`.execute(db);
}

export function listCourseLines(db: Db, departmentId: string) {
  return db
    .selectFrom("course")
    .select(["id as courseId", "name", "secureLine"])
    .where("departmentId", "=", departmentId)
    .orderBy("name")
    .execute();
}

export async function updateCourseLine(
  db: Db,
  departmentId: string,
  courseId: string,
  secureLine: number | null,
): Promise<boolean> {
  const done = await db
    .updateTable("course")
    .set({ secureLine })
    .where("departmentId", "=", departmentId)
    .where("id", "=", courseId)
    .returning("id")
    .executeTakeFirst();
  return done !== undefined;
}

export function findTopic(db: Db, departmentId: string, topicId: string) {
  return db
    .selectFrom("topic")
    .select(["id", "parentId", "name"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", topicId)
    .where("archivedAt", "is", null)
    .where("mergedIntoId", "is", null)
    .executeTakeFirst();
}

export async function insertTopic(
  db: Db,
  row: { departmentId: string; id: string; parentId: string | null; name: string },
): Promise<void> {
  await db
    .insertInto("topic")
    .values((eb) => ({
      ...row,
      note: null,
      letter: null,
      hue: null,
      mergedIntoId: null,
      archivedAt: null,
      position: eb
        .selectFrom("topic")
        .where("departmentId", "=", row.departmentId)
        .select(sql<number>`coalesce(max(position), 0) + 1`.as("position")),
    }))
    .execute();
}

export function updateTopic(
  db: Db,
  departmentId: string,
  topicId: string,
  change: { name?: string; parentId?: string | null; archivedAt?: Date | null; mergedIntoId?: string | null },
) {
  return db
    .updateTable("topic")
    .set({ ...change, ...(Object.keys(change).length === 0 && { id: topicId }) })
    .where("departmentId", "=", departmentId)
    .where("id", "=", topicId)
    .returning("id")
    .executeTakeFirst();
}

/** Exchanges a topic's position with that of its neighbour above (-1) or below (1); nothing happens at the edge. */
export async function stepTopic(db: Db, departmentId: string, topicId: string, step: 1 | -1): Promise<void> {
  const siblings = await db
    .selectFrom("topic")
    .innerJoin("topic as me", (join) =>
      join.onRef("me.departmentId", "=", "topic.departmentId").on("me.id", "=", topicId),
    )
    .where("topic.departmentId", "=", departmentId)
    .where(sql<boolean>`topic.parent_id is not distinct from me.parent_id`)
    .where("topic.archivedAt", "is", null)
    .select(["topic.id", "topic.position"])
    .orderBy("topic.position")
    .execute();
  const at = siblings.findIndex((one) => one.id === topicId);
  const [me, other] = [siblings[at], siblings[at + step]];
  if (!me || !other) return;
  for (const [id, position] of [
    [me.id, other.position],
    [other.id, me.position],
  ] as const)
    await db
      .updateTable("topic")
      .set({ position })
      .where("departmentId", "=", departmentId)
      .where("id", "=", id)
      .execute();
}

/** True when `topicId` is `ancestorId` or lies under it. */
export async function liesUnder(db: Db, departmentId: string, topicId: string, ancestorId: string): Promise<boolean> {
  const row = await db
    .selectFrom("topicAncestor")
    .select("depth")
    .where("departmentId", "=", departmentId)
    .where("topicId", "=", topicId)
    .where("ancestorId", "=", ancestorId)
    .executeTakeFirst();
  return row !== undefined;
}

/** Works the closure of the tree out anew. Trees are small: a few hundred topics. */
export async function rebuildAncestors(db: Db, departmentId: string): Promise<void> {
  await db.deleteFrom("topicAncestor").where("departmentId", "=", departmentId).execute();
  await sql`
    insert into topic_ancestor (department_id, ancestor_id, topic_id, depth)
    with recursive line as (
      select department_id, id as ancestor_id, id as topic_id, 0 as depth from topic where department_id = ${departmentId}
      union all
      select line.department_id, topic.parent_id, line.topic_id, line.depth + 1
      from line join topic on topic.department_id = ${departmentId} and topic.id = line.ancestor_id
      where topic.parent_id is not null
    )
    select department_id, ancestor_id, topic_id, depth from line`.execute(db);
}

export async function countOnTopic(db: Db, departmentId: string, topicId: string) {
  const { rows } = await sql<{ items: number; topics: number; units: number }>`
    select
      (select count(*)::int from item where department_id = ${departmentId} and topic_id = ${topicId}) as items,
      (select count(*)::int from topic
        where department_id = ${departmentId} and parent_id = ${topicId} and archived_at is null) as topics,
      (select count(*)::int from unit_topic where department_id = ${departmentId} and topic_id = ${topicId}) as units`.execute(
    db,
  );
  return rows[0] ?? { items: 0, topics: 0, units: 0 };
}

/** Replaces the standards of a topic; returns how many of them the department knows. */
export async function replaceTopicStandards(
  db: Db,
  departmentId: string,
  topicId: string,
  standardIds: readonly string[],
): Promise<number> {
  await db
    .deleteFrom("topicStandard")
    .where("departmentId", "=", departmentId)
    .where("topicId", "=", topicId)
    .execute();
  if (standardIds.length === 0) return 0;
  const known = await db
    .selectFrom("standard")
    .select("id")
    .where("departmentId", "=", departmentId)
    .where("id", "in", standardIds)
    .execute();
  if (known.length > 0)
    await db
      .insertInto("topicStandard")
      .values(known.map(({ id }) => ({ departmentId, topicId, standardId: id })))
      .execute();
  return known.length;
}

export function findStandard(db: Db, departmentId: string, standardId: string) {
  return shownStandards(db, departmentId).where("standard.id", "=", standardId).executeTakeFirst();
}

export async function updateStandard(
  db: Db,
  departmentId: string,
  standardId: string,
  change: Partial<
    Pick<
      Insertable<Tables["standard"]>,
      "code" | "statement" | "studentWording" | "secureLine" | "parentId" | "retiredAt" | "raw" | "position"
    >
  >,
): Promise<void> {
  if (Object.keys(change).length === 0) return;
  await db
    .updateTable("standard")
    .set(change)
    .where("departmentId", "=", departmentId)
    .where("id", "=", standardId)
    .execute();
}

export function findFramework(db: Db, departmentId: string, by: { guid: string } | { title: string }) {
  return db
    .selectFrom("framework")
    .select(["id", "guid", "title"])
    .where("departmentId", "=", departmentId)
    .$if("guid" in by, (query) => query.where("guid", "=", "guid" in by ? by.guid : ""))
    .$if("title" in by, (query) => query.where("title", "=", "title" in by ? by.title : ""))
    .executeTakeFirst();
}

export async function insertFramework(db: Db, row: Insertable<Tables["framework"]>): Promise<void> {
  await db.insertInto("framework").values(row).execute();
}

export async function setFrameworkRaw(db: Db, departmentId: string, frameworkId: string, raw: unknown): Promise<void> {
  await db
    .updateTable("framework")
    .set({ raw: raw === null ? null : JSON.stringify(raw) })
    .where("departmentId", "=", departmentId)
    .where("id", "=", frameworkId)
    .execute();
}

export const listGuids = (db: Db, departmentId: string) =>
  db.selectFrom("standard").select(["id", "guid"]).where("departmentId", "=", departmentId).execute();

export const listFrameworks = (db: Db, departmentId: string) =>
  db
    .selectFrom("framework")
    .select(["id", "guid", "title", "raw"])
    .where("departmentId", "=", departmentId)
    .orderBy("id")
    .execute();

/** All standards of a department with what their files said of them, each framework in its order. */
export const listWholeStandards = (db: Db, departmentId: string) =>
  db
    .selectFrom("standard")
    .select(["id", "frameworkId", "parentId", "guid", "code", "statement", "studentWording", "retiredAt", "raw"])
    .where("departmentId", "=", departmentId)
    .orderBy("frameworkId")
    .orderBy("position")
    .orderBy("id")
    .execute();

export const findDepartmentName = (db: Db, departmentId: string) =>
  db.selectFrom("department").select("name").where("id", "=", departmentId).executeTakeFirstOrThrow();

/** Standards of a framework, retired ones included. */
export function listFrameworkStandards(db: Db, departmentId: string, frameworkId: string) {
  return db
    .selectFrom("standard")
    .select(["id", "guid", "code", "statement", "studentWording", "retiredAt"])
    .where("departmentId", "=", departmentId)
    .where("frameworkId", "=", frameworkId)
    .execute();
}

export async function insertStandards(db: Db, rows: Insertable<Tables["standard"]>[]): Promise<void> {
  for (let at = 0; at < rows.length; at += 500)
    await db
      .insertInto("standard")
      .values(rows.slice(at, at + 500))
      .execute();
}
