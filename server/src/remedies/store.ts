/** SQL for what was done about wrong answers, and for wrong answers whose question came back. */
import type { Answer } from "@verdant/core/items/kinds";
import type { RemedyKind } from "@verdant/contract/remedies";
import type { Ruling } from "@verdant/core/items/ruling";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { firstAnswersGiven } from "../platform/firstAnswers.ts";
import { oneOf } from "../platform/oneOf.ts";

export async function insertRemedy(
  db: Db,
  remedy: {
    departmentId: string;
    id: string;
    classId: string;
    kind: RemedyKind;
    topicId: string | null;
    itemId: string | null;
    by: string;
    at: Date;
  },
): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto("remedy")
    .values(remedy)
    .onConflict((conflict) => conflict.columns(["departmentId", "id"]).doNothing())
    .executeTakeFirst();
  return numInsertedOrUpdatedRows === 1n;
}

interface RemedyKey {
  readonly departmentId: string;
  readonly classId: string;
  readonly id: string;
}

export async function deleteRemedy(db: Db, { departmentId, classId, id }: RemedyKey): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom("remedy")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("id", "=", id)
    .executeTakeFirst();
  return numDeletedRows > 0n;
}

export function listRemedies(db: Db, departmentId: string, classId: string, limit: number) {
  return db
    .selectFrom("remedy")
    .innerJoin("person", "person.id", "remedy.by")
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "remedy.departmentId").onRef("topic.id", "=", "remedy.topicId"),
    )
    .leftJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "remedy.departmentId").onRef("item.id", "=", "remedy.itemId"),
    )
    .leftJoin("itemRevision as newest", (join) =>
      join.onRef("newest.departmentId", "=", "item.departmentId").onRef("newest.id", "=", "item.latestRevisionId"),
    )
    .where("remedy.departmentId", "=", departmentId)
    .where("remedy.classId", "=", classId)
    .select(["remedy.id", "remedy.kind", "remedy.at", "remedy.topicId", "topic.name as topic", "person.name as by"])
    .select(["remedy.itemId", "item.number", "newest.content"])
    .orderBy("remedy.at", "desc")
    .orderBy("remedy.id")
    .limit(limit)
    .execute();
}

/** Each day on which something was done about a topic, since a moment; the oldest first. */
export function listDays(db: Db, departmentId: string, classId: string, since: Date) {
  return db
    .selectFrom("remedy")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("at", ">=", since)
    .where("topicId", "is not", null)
    .select(["kind", "topicId", "at"])
    .orderBy("at")
    .orderBy("id")
    .execute();
}

export function findItemTopic(db: Db, departmentId: string, itemId: string) {
  return db
    .selectFrom("item")
    .where("departmentId", "=", departmentId)
    .where("id", "=", itemId)
    .select(["id", "topicId"])
    .executeTakeFirst();
}

export function findTopic(db: Db, departmentId: string, topicId: string) {
  return db
    .selectFrom("topic")
    .where("departmentId", "=", departmentId)
    .where("id", "=", topicId)
    .select("id")
    .executeTakeFirst();
}

/**
 * The classes with which something was done, of the school year that this day is in, or the last one, and of the one before;
 * not for rehearsal.
 */
export async function listClassesWithRemedies(db: Db, departmentId: string, today: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select class.id from class
    join (
      select id from school_year where department_id = ${departmentId} and starts_on <= ${today}::date
      order by starts_on desc limit 2) year on year.id = class.school_year_id
    where class.department_id = ${departmentId} and not class.rehearsal
      and exists (select 1 from remedy where remedy.department_id = ${departmentId} and remedy.class_id = class.id)`.execute(
    db,
  );
  return rows.map(({ id }) => id);
}

export interface CameBack {
  readonly classId: string;
  readonly studentId: string;
  /** What the later answer earned. */
  readonly credit: number;
  /** The last that was done in between; null: nothing. */
  readonly remedyId: string | null;
  readonly kind: RemedyKind | null;
  /** The wrong answer, and what it was given to. */
  readonly revisionId: string;
  readonly answer: Answer | null;
  readonly ruling: Ruling["ruling"] | null;
  readonly rulingAnswer: Ruling["answer"];
}

/**
 * Wrong answers in first goes to items whose own question, or a look-alike, came back to the same student of the class: each
 * with the next answer and the last thing that was done about it in between; the newest first. A starter is about the item
 * that was shown and its look-alikes, teaching again about the topic and all under it.
 */
export async function listCameBack(
  db: Db,
  departmentId: string,
  classIds: readonly string[],
  most: number,
): Promise<CameBack[]> {
  const answers = firstAnswersGiven(db, departmentId)
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "si.departmentId").onRef("item.id", "=", "si.itemId"),
    )
    .where(oneOf("sitting.classId", classIds))
    .select(["sitting.classId", "sitting.studentId", "sitting.handedInAt as at", "si.position", "mark.credit"])
    .select(["asMarked.id as revisionId", "response.body as answer", "ruling.ruling", "ruling.answer as rulingAnswer"])
    .select(["item.topicId", sql<string>`coalesce(item.family_id, item.id)`.as("family")]);
  const { rows } = await sql<CameBack>`
    with answered as materialized (${answers}),
    paired as (
      select class_id, student_id, family, topic_id, at, credit,
        lag(at) over before as wrong_at, lag(credit) over before as wrong_credit, lag(revision_id) over before as revision_id,
        lag(answer) over before as answer, lag(ruling) over before as ruling, lag(ruling_answer) over before as ruling_answer
      from answered
      window before as (partition by class_id, student_id, family order by at, position))
    select paired.class_id, paired.student_id, paired.credit, done.id as remedy_id, done.kind, paired.revision_id,
      paired.answer, paired.ruling, paired.ruling_answer
    from paired
    left join lateral (
      select remedy.id, remedy.kind from remedy
      left join item shown on shown.department_id = remedy.department_id and shown.id = remedy.item_id
      where remedy.department_id = ${departmentId} and remedy.class_id = paired.class_id
        and remedy.at > paired.wrong_at and remedy.at < paired.at
        and (coalesce(shown.family_id, shown.id) = paired.family
          or remedy.kind = 'taughtAgain' and exists (
            select 1 from topic_ancestor under
            where under.department_id = ${departmentId} and under.topic_id = paired.topic_id
              and under.ancestor_id = remedy.topic_id))
      order by remedy.at desc limit 1) done on true
    where paired.wrong_credit < 1 and paired.at > paired.wrong_at
    order by paired.at desc, paired.student_id, paired.family
    limit ${most}`.execute(db);
  return rows;
}
