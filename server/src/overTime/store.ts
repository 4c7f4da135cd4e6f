/** SQL for a class and its students over the school year. Goes and marks are delivery's; here they are read. */
import { fewestToCalibrate } from "@verdant/core/insight/rasch";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { firstAnswersGiven } from "../platform/firstAnswers.ts";

/**
 * The answers of a student's first and last handed-in go of each release in a class that had several; the difficulty is that
 * of the department's one scale, or else what the writer says of it.
 */
export async function listAnswersOfGoes(db: Db, departmentId: string, classId: string, studentId: string) {
  const { rows } = await sql<{
    releaseId: string;
    ordinal: number;
    goes: number;
    question: string;
    credit: number;
    difficulty: number;
  }>`
    with go as (
      select id, release_id, ordinal, marking_version, count(*) over own as goes, min(ordinal) over own as first,
        max(ordinal) over own as last
      from sitting
      where department_id = ${departmentId} and class_id = ${classId} and student_id = ${studentId}
        and state = 'handedIn'
      window own as (partition by release_id))
    select go.release_id, go.ordinal, go.goes::int, revision.parameter_id as question, mark.credit::float8,
      coalesce(on_scale.difficulty, 0.8 * (item.writer_difficulty - 3)) as difficulty
    from go
    join mark on mark.department_id = ${departmentId} and mark.sitting_id = go.id and mark.version = go.marking_version
      and mark.round = 1 and mark.counts
    join sitting_item si on si.department_id = ${departmentId} and si.sitting_id = go.id and si.position = mark.position
      and si.shown_at is not null
    join item_revision revision on revision.department_id = ${departmentId} and revision.id = si.revision_id
    join item on item.department_id = ${departmentId} and item.id = si.item_id
    left join item_calibration on_scale on on_scale.department_id = ${departmentId}
      and on_scale.parameter_id = revision.parameter_id and on_scale.answers >= ${fewestToCalibrate}
    where go.goes > 1 and go.ordinal in (go.first, go.last)
    order by go.release_id, go.ordinal, si.position`.execute(db);
  return rows;
}

/** What a student earned in these first goes, by topic of the bank: of the answers that `firstGoesOf` reads. */
export async function sumOwnCredits(db: Db, departmentId: string, classId: string, sittingIds: readonly string[]) {
  const { rows } = await sql<{ topicId: string | null; right: number; outOf: number }>`
    select item.topic_id, sum(mark.credit)::float8 as "right", count(*)::int as out_of
    from sitting
    join mark on mark.department_id = sitting.department_id and mark.sitting_id = sitting.id
      and mark.version = sitting.marking_version and mark.round = 1 and mark.is_evidence
    join sitting_item si on si.department_id = mark.department_id and si.sitting_id = mark.sitting_id
      and si.position = mark.position and si.shown_at is not null
    join item on item.department_id = si.department_id and item.id = si.item_id
    where sitting.department_id = ${departmentId} and sitting.class_id = ${classId}
      and sitting.id = any(${[...sittingIds]}::uuid[])
    group by item.topic_id`.execute(db);
  return rows;
}

/** The topics of the bank that these goes of a class asked about. */
export async function listTopicsAsked(db: Db, departmentId: string, classId: string, sittingIds: readonly string[]) {
  const rows = await db
    .selectFrom("sitting")
    .innerJoin("sittingItem as si", (join) =>
      join.onRef("si.departmentId", "=", "sitting.departmentId").onRef("si.sittingId", "=", "sitting.id"),
    )
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "si.departmentId").onRef("item.id", "=", "si.itemId"),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.classId", "=", classId)
    .where(sql<boolean>`sitting.id = any(${[...sittingIds]}::uuid[])`)
    .where("item.topicId", "is not", null)
    .select("item.topicId")
    .distinct()
    .execute();
  return rows.flatMap(({ topicId }) => topicId ?? []);
}

/** The classes that a student is in. */
export function listOwnClasses(db: Db, departmentId: string, studentId: string) {
  return db
    .selectFrom("enrolment")
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "enrolment.departmentId").onRef("class.id", "=", "enrolment.classId"),
    )
    .where("enrolment.departmentId", "=", departmentId)
    .where("enrolment.studentId", "=", studentId)
    .where("enrolment.leftOn", "is", null)
    .select(["class.id", "class.name"])
    .orderBy("class.name")
    .execute();
}

/** Per release how many of a class have handed in a first go from a moment on; the newest first. */
export async function countHandedInSince(db: Db, departmentId: string, classId: string, since: Date) {
  const { rows } = await sql<{ releaseId: string; handedIn: number }>`
    select release_id, count(*)::int as handed_in
    from sitting
    where department_id = ${departmentId} and class_id = ${classId} and state = 'handedIn' and ordinal = 1
      and handed_in_at >= ${since}
    group by release_id
    order by max(handed_in_at) desc, release_id`.execute(db);
  return rows;
}

/** A student's first answers in a class with what was asked and how it was marked, the newest first. */
export function listAnswersOfStudent(db: Db, departmentId: string, classId: string, studentId: string) {
  return firstAnswersGiven(db, departmentId)
    .where("sitting.classId", "=", classId)
    .where("sitting.studentId", "=", studentId)
    .select(["si.itemId", "si.revisionId", "response.body as answer"])
    .select(["ruling.ruling", "ruling.answer as rulingAnswer", "reason.text as reason", "reason.at as reasonAt"])
    .orderBy("sitting.handedInAt", "desc")
    .orderBy("si.position")
    .execute();
}

/** Its newest text, who wrote it and when. */
export function findNote(db: Db, departmentId: string, studentId: string) {
  return db
    .selectFrom("studentNote")
    .innerJoin("person", "person.id", "studentNote.by")
    .select(["studentNote.text", "studentNote.at", "studentNote.version", "person.name as by"])
    .where("studentNote.departmentId", "=", departmentId)
    .where("studentNote.studentId", "=", studentId)
    .executeTakeFirst();
}

/** Writes over the version that is known; returns whether that was still the newest. */
export async function writeNote(
  db: Db,
  note: { departmentId: string; studentId: string; text: string; by: string; at: Date; version: number },
): Promise<boolean> {
  const { departmentId, studentId, version, ...now } = note;
  const done =
    version === 0
      ? await db
          .insertInto("studentNote")
          .values({ departmentId, studentId, ...now, version: 1 })
          .onConflict((conflict) => conflict.doNothing())
          .returning("version")
          .executeTakeFirst()
      : await db
          .updateTable("studentNote")
          .set({ ...now, version: version + 1 })
          .where("departmentId", "=", departmentId)
          .where("studentId", "=", studentId)
          .where("version", "=", version)
          .returning("version")
          .executeTakeFirst();
  return done !== undefined;
}

/** What staff noted about a student is gone. */
export async function forgetWords(
  db: Db,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
): Promise<void> {
  await db
    .deleteFrom("studentNote")
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .execute();
}

/** The topics of the questions that these releases hold, whoever was given them. */
export async function listTopicsOfReleases(db: Db, departmentId: string, releaseIds: readonly string[]) {
  const { rows } = await sql<{ releaseId: string; topicId: string }>`
    select distinct ri.release_id, item.topic_id
    from release_item ri
    join item on item.department_id = ri.department_id and item.id = ri.item_id
    where ri.department_id = ${departmentId} and ri.release_id = any(${[...releaseIds]}::uuid[])
      and item.topic_id is not null
    order by ri.release_id, item.topic_id`.execute(db);
  return rows;
}
