/** SQL for what the answers say against items: what it is found in, what was found, and who has looked. */
import type { Doubt } from "@verdant/contract/doubts";
import { fewestToDoubt } from "@verdant/core/insight/doubts";
import type { Answer, Content } from "@verdant/core/items/kinds";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { firstAnswersGiven } from "../platform/firstAnswers.ts";
import { oneOf } from "../platform/oneOf.ts";

/** Items in use that read, as far as their difficulty goes, as when these answers were given. */
export function listItemsAsRead(db: Db, departmentId: string, parameterIds: readonly string[]) {
  return itemsInUse(db, departmentId)
    .where(oneOf("newest.parameterId", parameterIds))
    .select(["item.id as itemId", "newest.parameterId", "item.topicId"])
    .$castTo<{ itemId: string; parameterId: string; topicId: string | null }>()
    .execute();
}

export async function listContents(db: Db, departmentId: string, itemIds: readonly string[]) {
  const rows = await itemsInUse(db, departmentId)
    .where(oneOf("item.id", itemIds))
    .select(["item.id", "newest.content"])
    .execute();
  return new Map<string, Content>(rows.map((row) => [row.id, row.content]));
}

const itemsInUse = (db: Db, departmentId: string) =>
  db
    .selectFrom("item")
    .innerJoin("itemRevision as newest", (join) =>
      join.onRef("newest.departmentId", "=", "item.departmentId").onRef("newest.id", "=", "item.latestRevisionId"),
    )
    .where("item.departmentId", "=", departmentId)
    .where("item.status", "<>", "retired");

/** The first answer of each student of a year and course to these, of each item at most `most`, the newest. */
export async function listAnswersTo(db: Db, departmentId: string, parameterIds: readonly string[], most: number) {
  const met = firstAnswersGiven(db, departmentId)
    .where(oneOf("asMarked.parameterId", parameterIds))
    .distinctOn(["class.schoolYearId", "class.courseId", "sitting.studentId", "asMarked.parameterId"])
    .select(["class.schoolYearId", "class.courseId", "sitting.studentId", "asMarked.parameterId", "mark.credit"])
    .select(["response.body as answer", "sitting.handedInAt"])
    .orderBy("class.schoolYearId")
    .orderBy("class.courseId")
    .orderBy("sitting.studentId")
    .orderBy("asMarked.parameterId")
    .orderBy("sitting.handedInAt")
    .orderBy("sitting.id")
    .orderBy("si.position");
  const { rows } = await sql<{
    group: string;
    studentId: string;
    parameterId: string;
    credit: number;
    answer: Answer | null;
  }>`
    select school_year_id || ' ' || course_id as "group", student_id, parameter_id, credit::float8, answer
    from (
      select met.*, row_number() over (partition by parameter_id order by handed_in_at desc, student_id) as place
      from (${met}) met) newest
    where place <= ${most}`.execute(db);
  return rows;
}

export interface DoubtedItem {
  readonly itemId: string;
  readonly parameterId: string;
  readonly answers: number;
  /** Smaller is graver. */
  readonly gravity: number;
  readonly found: readonly Doubt[];
}

/** Puts what was found in the place of what was found before. */
export async function replaceDoubts(db: Db, departmentId: string, items: readonly DoubtedItem[]): Promise<void> {
  await db.deleteFrom("itemDoubt").where("departmentId", "=", departmentId).execute();
  if (items.length === 0) return;
  await sql`
    insert into item_doubt (department_id, item_id, parameter_id, answers, gravity, found)
    select ${departmentId}::uuid, * from unnest(${items.map((one) => one.itemId)}::uuid[],
      ${items.map((one) => one.parameterId)}::uuid[], ${items.map((one) => one.answers)}::int[],
      ${items.map((one) => one.gravity)}::int[], ${items.map((one) => JSON.stringify(one.found))}::jsonb[])`.execute(
    db,
  );
}

/** What was found of items as they read now, with who has looked at just that. */
const doubted = (db: Db, departmentId: string) =>
  itemsInUse(db, departmentId)
    .innerJoin("itemDoubt as doubt", (join) =>
      join
        .onRef("doubt.departmentId", "=", "item.departmentId")
        .onRef("doubt.itemId", "=", "item.id")
        .onRef("doubt.parameterId", "=", "newest.parameterId"),
    )
    .leftJoin("doubtLook as look", (join) =>
      join
        .onRef("look.departmentId", "=", "doubt.departmentId")
        .onRef("look.itemId", "=", "doubt.itemId")
        .onRef("look.parameterId", "=", "doubt.parameterId")
        // With twice the answers, or where something graver was found, it is to be looked at again.
        .on(sql<boolean>`doubt.answers < 2 * look.answers and doubt.gravity >= look.gravity`),
    )
    .leftJoin("person", "person.id", "look.by")
    .select(["doubt.itemId", "doubt.parameterId", "doubt.answers", "doubt.gravity", "doubt.found"])
    .select(["look.at as lookedAt", "person.name as lookedBy"]);

/** The gravest first; what somebody has looked at comes last. */
export function listDoubted(db: Db, departmentId: string, limit: number) {
  return doubted(db, departmentId)
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .select(["item.number", "newest.content", "topic.name as topic"])
    .orderBy(sql`look.at is not null`)
    .orderBy("doubt.gravity")
    .orderBy("doubt.answers", "desc")
    .orderBy("item.number")
    .limit(limit)
    .execute();
}

export const findDoubted = (db: Db, departmentId: string, itemId: string) =>
  doubted(db, departmentId).where("item.id", "=", itemId).executeTakeFirst();

/** When it was last worked out, and of how many items in use there are answers enough to say anything. */
export async function countTold(db: Db, departmentId: string) {
  const run = await db
    .selectFrom("calibration")
    .select(["at", "askedAt"])
    .where("departmentId", "=", departmentId)
    .executeTakeFirst();
  const counted = await itemsInUse(db, departmentId)
    .where("item.status", "=", "approved")
    .leftJoin("itemCalibration as found", (join) =>
      join
        .onRef("found.departmentId", "=", "newest.departmentId")
        .onRef("found.parameterId", "=", "newest.parameterId"),
    )
    .select([
      sql<number>`count(*) filter (where found.answers >= ${fewestToDoubt})::int`.as("enough"),
      sql<number>`count(*) filter (where coalesce(found.answers, 0) < ${fewestToDoubt})::int`.as("tooEarly"),
    ])
    .executeTakeFirstOrThrow();
  const isAsked = run?.askedAt != null && run.askedAt > run.at;
  return { at: run?.at ?? null, isAsked, ...counted };
}

export async function upsertLook(
  db: Db,
  look: {
    departmentId: string;
    itemId: string;
    parameterId: string;
    answers: number;
    gravity: number;
    by: string;
    at: Date;
  },
): Promise<void> {
  const { departmentId: _, itemId: __, ...now } = look;
  await db
    .insertInto("doubtLook")
    .values(look)
    .onConflict((conflict) => conflict.columns(["departmentId", "itemId"]).doUpdateSet(now))
    .execute();
}

export async function deleteLook(db: Db, departmentId: string, itemId: string): Promise<void> {
  await db.deleteFrom("doubtLook").where("departmentId", "=", departmentId).where("itemId", "=", itemId).execute();
}
