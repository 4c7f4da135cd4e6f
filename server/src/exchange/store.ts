/** SQL for reading and writing a whole department at once. */
import type { Content } from "@verdant/core/items/kinds";
import { sql, type Insertable, type Kysely } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
import type { Tables } from "../platform/tables.ts";
import { newestOfItems } from "../platform/itemRows.ts";

type Owned = Exclude<keyof Tables, "installation" | "department" | "person" | "throttle">;

/** Inserts rows in batches that stay below PostgreSQL's 65,535 parameters. */
export async function insertAll<T extends Owned>(
  db: Db,
  table: T,
  rows: readonly Insertable<Tables[T]>[],
): Promise<void> {
  for (let at = 0; at < rows.length; at += 500) {
    // Safe: the row type follows from the table; Kysely cannot see through the type parameter.
    await (db as unknown as Kysely<Record<string, Record<string, unknown>>>)
      .insertInto(table)
      .values(rows.slice(at, at + 500))
      .execute();
  }
}

/** Until the transaction ends, other imports into this department wait: each must know what the one before made. */
export async function holdImports(db: Db, departmentId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended('imports ' || ${departmentId}, 0))`.execute(db);
}

export function listFrameworks(db: Db, departmentId: string) {
  return db
    .selectFrom("framework")
    .select(["id", "guid", "title"])
    .where("departmentId", "=", departmentId)
    .orderBy("id")
    .execute();
}

export function listStandards(db: Db, departmentId: string) {
  return db
    .selectFrom("standard")
    .select(["id", "parentId", "guid", "code", "statement", "studentWording", "frameworkId"])
    .where("departmentId", "=", departmentId)
    .orderBy("position")
    .execute();
}

export function listTopics(db: Db, departmentId: string) {
  return db
    .selectFrom("topic")
    .select(["id", "parentId", "name", "letter", "hue", "note", "position"])
    .where("departmentId", "=", departmentId)
    .where("archivedAt", "is", null)
    .orderBy("position")
    .execute();
}

export function listTopicStandards(db: Db, departmentId: string) {
  return db
    .selectFrom("topicStandard")
    .select(["topicId", "standardId"])
    .where("departmentId", "=", departmentId)
    .execute();
}

export function listMisconceptions(db: Db, departmentId: string) {
  return db
    .selectFrom("misconception")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .orderBy("name")
    .execute();
}

export function listCourses(db: Db, departmentId: string) {
  return db
    .selectFrom("course")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .orderBy("name")
    .execute();
}

export function listUnits(db: Db, departmentId: string) {
  return db
    .selectFrom("unit")
    .select(["id", "courseId", "name", "letter", "hue"])
    .where("departmentId", "=", departmentId)
    .orderBy("courseId")
    .orderBy("position")
    .execute();
}

export function listUnitTopics(db: Db, departmentId: string) {
  return db
    .selectFrom("unitTopic")
    .select(["unitId", "topicId"])
    .where("departmentId", "=", departmentId)
    .orderBy("position")
    .execute();
}

const schoolYears = (db: Db, departmentId: string) =>
  db
    .selectFrom("schoolYear")
    .select(["id", "name", "startsOn", "endsOn"])
    .where("departmentId", "=", departmentId)
    .orderBy("startsOn", "desc");

export const findNewestSchoolYear = (db: Db, departmentId: string) => schoolYears(db, departmentId).executeTakeFirst();

export const findSchoolYear = (db: Db, departmentId: string, name: string) =>
  schoolYears(db, departmentId).where("name", "=", name).executeTakeFirst();

export function listClasses(db: Db, departmentId: string, schoolYearId: string) {
  return db
    .selectFrom("class")
    .select(["id", "courseId", "name", "rehearsal", "meetingDays", "examOn"])
    .where("departmentId", "=", departmentId)
    .where("schoolYearId", "=", schoolYearId)
    .orderBy("name")
    .execute();
}

export function listClassUnits(db: Db, departmentId: string) {
  return db
    .selectFrom("classUnit")
    .selectAll()
    .where("departmentId", "=", departmentId)
    .orderBy("plannedFrom")
    .execute();
}

export function listClassTopics(db: Db, departmentId: string) {
  return db.selectFrom("classTopic").selectAll().where("departmentId", "=", departmentId).execute();
}

export function listEnrolments(db: Db, departmentId: string) {
  return db
    .selectFrom("enrolment")
    .innerJoin("student", (join) =>
      join.onRef("student.departmentId", "=", "enrolment.departmentId").onRef("student.id", "=", "enrolment.studentId"),
    )
    .where("enrolment.departmentId", "=", departmentId)
    .where("enrolment.leftOn", "is", null)
    .select([
      "enrolment.classId",
      "student.givenName",
      "student.familyName",
      "enrolment.entryCard",
      "enrolment.cardSealed",
      "enrolment.arrangements",
    ])
    .orderBy("student.familyName")
    .orderBy("student.givenName")
    .execute();
}

/** What an item is known again by, and what it is a look-alike of. */
export function listItemKeys(db: Db, departmentId: string) {
  return db
    .selectFrom("item")
    .where("departmentId", "=", departmentId)
    .where("archivedAt", "is", null)
    .select(["id", "number", "origin", "familyId"])
    .orderBy("number")
    .execute();
}

const withNewest = (db: Db, departmentId: string) =>
  newestOfItems(db, departmentId)
    .where("item.archivedAt", "is", null)
    .select(["item.id", "item.number", "item.origin", "item.familyId", "item.version", "revision.content"])
    .select("revision.id as revisionId");

const withTagging = (db: Db, departmentId: string) =>
  withNewest(db, departmentId)
    .select(["item.label", "item.topicId", "item.demand", "item.use", "item.status"])
    .select(["item.stimulusId", "item.twinId", "item.expectedSeconds", "item.writerDifficulty"])
    .select(["item.keptFindings", "item.tags", "item.points", "item.language"]);

/** Those of these items that are known by one of `keys`, which an item that was imported keeps as its origin. */
export const listItemsOfKeys = (db: Db, departmentId: string, keys: readonly string[]) =>
  withTagging(db, departmentId)
    .where(sql<boolean>`coalesce(item.origin ->> 'key', item.id::text) = any(${[...keys]}::text[])`)
    .execute();

const known = (db: Db, departmentId: string) =>
  db
    .selectFrom("item")
    .where("departmentId", "=", departmentId)
    .where("archivedAt", "is", null)
    .select(["id", "points"])
    .select(sql<string>`coalesce(origin ->> 'key', id::text)`.as("key"));

/** The keys by which files name these items. */
export const listKeys = (db: Db, departmentId: string, itemIds: readonly string[]) =>
  known(db, departmentId).where(oneOf("id", itemIds)).execute();

/** The family of each of these items. */
export const listFamilies = (db: Db, departmentId: string, itemIds: readonly string[]) =>
  db
    .selectFrom("item")
    .select(["id", "familyId"])
    .where("departmentId", "=", departmentId)
    .where("archivedAt", "is", null)
    .where(oneOf("id", itemIds))
    .execute();

/** Items that can be put into a quiz, by the keys that files name them by. */
export const listByKeys = (db: Db, departmentId: string, keys: readonly string[]) =>
  known(db, departmentId)
    .where(sql<boolean>`coalesce(origin ->> 'key', id::text) = any(${[...keys]}::text[])`)
    .where("status", "<>", "retired")
    .execute();

/** Items in the order of their numbers, from after a number on; only these, where they are named. */
export const listItemsAfter = (
  db: Db,
  departmentId: string,
  { after, itemIds }: { readonly after: number; readonly itemIds: readonly string[] | null },
  limit: number,
) =>
  withTagging(db, departmentId)
    .where("item.number", ">", after)
    .$if(itemIds !== null, (query) => query.where(sql<boolean>`item.id = any(${[...(itemIds ?? [])]}::uuid[])`))
    .orderBy("item.number")
    .limit(limit)
    .execute();

export function listStandardsOfItems(db: Db, departmentId: string, itemIds: readonly string[]) {
  return db
    .selectFrom("itemStandard")
    .select(["itemId", "standardId"])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`item_id = any(${[...itemIds]}::uuid[])`)
    .execute();
}

/** The marks of those of these cards that somebody has already, in any department; in base64. */
export async function listTakenCards(db: Db, marks: readonly Buffer[]): Promise<Set<string>> {
  if (marks.length === 0) return new Set();
  const rows = await db.selectFrom("enrolment").select("cardMark").where("cardMark", "in", marks).execute();
  return new Set(rows.flatMap(({ cardMark }) => cardMark?.toString("base64") ?? []));
}

export async function insertMedia(db: Db, row: Insertable<Tables["media"]>): Promise<void> {
  await db
    .insertInto("media")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

/** Hashes of what items and stimuli show. */
export async function listShownMedia(db: Db, departmentId: string): Promise<string[]> {
  const inItems = db
    .selectFrom("itemMedia")
    .innerJoin("item", (join) =>
      join
        .onRef("item.departmentId", "=", "itemMedia.departmentId")
        .onRef("item.latestRevisionId", "=", "itemMedia.revisionId"),
    )
    .where("itemMedia.departmentId", "=", departmentId)
    .select("itemMedia.hash");
  const inStimuli = db
    .selectFrom("stimulusMedia")
    .innerJoin("stimulus", (join) =>
      join
        .onRef("stimulus.departmentId", "=", "stimulusMedia.departmentId")
        .onRef("stimulus.latestRevisionId", "=", "stimulusMedia.revisionId"),
    )
    .where("stimulusMedia.departmentId", "=", departmentId)
    .select("stimulusMedia.hash");
  const rows = await db
    .selectFrom("media")
    .where("departmentId", "=", departmentId)
    .where((eb) => eb.or([eb("hash", "in", inItems), eb("hash", "in", inStimuli)]))
    .select("hash")
    .orderBy("hash")
    .execute();
  return rows.map((row) => row.hash);
}

/** What is known of each of them, without its bytes. */
export async function listShownRows(db: Db, departmentId: string) {
  const hashes = await listShownMedia(db, departmentId);
  return db
    .selectFrom("media")
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`hash = any(${hashes}::text[])`)
    .select(["hash", "mime", "width", "height", "name", "description", "credit"])
    .orderBy("hash")
    .execute();
}

export const findDepartment = (db: Db, departmentId: string) =>
  db.selectFrom("department").where("id", "=", departmentId).select("name").executeTakeFirstOrThrow();

export const findMedia = (db: Db, departmentId: string, hash: string) =>
  db
    .selectFrom("media")
    .where("departmentId", "=", departmentId)
    .where("hash", "=", hash)
    .select(["hash", "mime", "bytes", "width", "height", "name", "description", "credit"])
    .executeTakeFirst();

/** Shared texts, maps and charts, by title. */
export function listStimuli(db: Db, departmentId: string) {
  return db
    .selectFrom("stimulus")
    .innerJoin("stimulusRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "stimulus.departmentId")
        .onRef("revision.id", "=", "stimulus.latestRevisionId"),
    )
    .where("stimulus.departmentId", "=", departmentId)
    .where("stimulus.archivedAt", "is", null)
    .select(["stimulus.id", "stimulus.version", "revision.content"])
    .orderBy(sql`revision.content ->> 'title'`)
    .orderBy("stimulus.id")
    .execute();
}

/** Patterns and lists, with the items in use that they made. */
export async function listMany(db: Db, departmentId: string) {
  const rows = await db
    .selectFrom("many")
    .select(["id", "name", "topicId", "body"])
    .where("departmentId", "=", departmentId)
    .orderBy("name")
    .orderBy("id")
    .execute();
  const made = await db
    .selectFrom("manyItem")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "manyItem.departmentId").onRef("item.id", "=", "manyItem.itemId"),
    )
    .where("manyItem.departmentId", "=", departmentId)
    // A file that named an item it does not hold could not be imported.
    .where("item.archivedAt", "is", null)
    .select(["manyItem.manyId", "manyItem.rowKey", "item.id", "item.origin"])
    .orderBy("item.number")
    .execute();
  return rows.map((row) => ({ ...row, items: made.filter((one) => one.manyId === row.id) }));
}

export async function insertMany(
  db: Db,
  many: Insertable<Tables["many"]>,
  items: Insertable<Tables["manyItem"]>[],
): Promise<void> {
  await db.insertInto("many").values(many).execute();
  if (items.length > 0) await db.insertInto("manyItem").values(items).execute();
}

/** What earlier revisions of items said, of those items that are in use still at the version given. */
export async function listSaidBefore(
  db: Db,
  departmentId: string,
  changed: readonly { readonly itemId: string; readonly version: number; readonly revisionId: string }[],
) {
  const { rows } = await sql<{ itemId: string; content: Content }>`
    select item.id as item_id, revision.content
    from unnest(${changed.map((one) => one.itemId)}::uuid[], ${changed.map((one) => one.version)}::int[],
      ${changed.map((one) => one.revisionId)}::uuid[]) as given (item_id, version, revision_id)
    join item on item.department_id = ${departmentId} and item.id = given.item_id and item.version = given.version
      and item.archived_at is null and item.status <> 'retired'
    join item_revision revision on revision.department_id = ${departmentId} and revision.id = given.revision_id`.execute(
    db,
  );
  return rows;
}
