/** SQL for calibration: the answers it is made of, and what came out. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { firstAnswers } from "../platform/firstAnswers.ts";
import { oneOf } from "../platform/oneOf.ts";

/**
 * Departments with answers that their calibration does not know, and whose last one is older than `unasked`; and those where
 * somebody has asked for it since, and it is older than `asked`.
 */
export async function listUncalibrated(
  db: Db,
  besides: readonly string[],
  before: { readonly unasked: Date; readonly asked: Date },
  limit: number,
) {
  const { rows } = await sql<{ id: string }>`
    select stats_through.department_id as id
    from stats_through
    left join calibration on calibration.department_id = stats_through.department_id
    where stats_through.department_id <> all(${[...besides]}::uuid[])
      and (
        (stats_through.through > coalesce(calibration.through, '1970-01-02')
          and coalesce(calibration.at, '-infinity') < ${before.unasked})
        or (calibration.asked_at > calibration.at and calibration.at < ${before.asked}))
    limit ${limit}`.execute(db);
  return rows.map(({ id }) => id);
}

/** Up to when the figures of items know what was answered. */
export async function findThrough(db: Db, departmentId: string): Promise<Date | null> {
  const row = await db
    .selectFrom("statsThrough")
    .select("through")
    .where("departmentId", "=", departmentId)
    .executeTakeFirst();
  return row?.through ?? null;
}

/** What one student of a year and course answered. */
export interface AnsweredBy {
  readonly group: string;
  readonly studentId: string;
  readonly parameterIds: string[];
  readonly credits: number[];
}

/**
 * Per student of a year and course the first answer to each item as it reads; the earliest year first. Of very many
 * students the newest.
 */
export async function listResponses(db: Db, departmentId: string, mostStudents: number) {
  const met = firstAnswers(db, departmentId)
    .distinctOn(["class.schoolYearId", "class.courseId", "sitting.studentId", "asMarked.parameterId"])
    .select(["class.schoolYearId", "class.courseId", "sitting.studentId", "asMarked.parameterId", "mark.credit"])
    .orderBy("class.schoolYearId")
    .orderBy("class.courseId")
    .orderBy("sitting.studentId")
    .orderBy("asMarked.parameterId")
    .orderBy("sitting.handedInAt")
    .orderBy("sitting.id")
    .orderBy("si.position");
  const { rows } = await sql<AnsweredBy>`
    with met as ${met},
    person as (
      select school_year_id, course_id, student_id, array_agg(parameter_id order by parameter_id) as parameter_ids,
        array_agg(credit order by parameter_id) as credits
      from met group by school_year_id, course_id, student_id)
    select * from (
      select person.school_year_id || ' ' || person.course_id as "group", person.parameter_ids, person.credits,
        year.starts_on, person.course_id, person.student_id
      from person
      join school_year year on year.department_id = ${departmentId} and year.id = person.school_year_id
      order by year.starts_on desc, person.course_id, person.student_id
      limit ${mostStudents}) newest
    order by starts_on, course_id, student_id`.execute(db);
  return rows;
}

/** Revisions of these that were answered otherwise than what they read before: in the order of the items' histories. */
export async function listRevised(db: Db, departmentId: string, parameterIds: readonly string[]) {
  const { rows } = await sql<{ before: string; after: string; changeKind: string }>`
    select before, after, change_kind from (
      select item_id, n, change_kind, parameter_id as after,
        lag(parameter_id) over (partition by item_id order by n) as before
      from item_revision
      where department_id = ${departmentId} and item_id in (
        select item_id from item_revision
        where department_id = ${departmentId} and parameter_id = any(${[...parameterIds]}::uuid[]))) revised
    where before <> after
    order by item_id, n`.execute(db);
  return rows;
}

/** What the writers of these said of their difficulty, from 1 to 5. */
export async function listWriters(db: Db, departmentId: string, parameterIds: readonly string[]) {
  const rows = await db
    .selectFrom("itemRevision as revision")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "revision.departmentId").onRef("item.id", "=", "revision.itemId"),
    )
    .where("revision.departmentId", "=", departmentId)
    .where(oneOf("revision.parameterId", parameterIds))
    .distinct()
    .select(["revision.parameterId", "item.writerDifficulty"])
    .execute();
  return new Map(rows.map((row) => [row.parameterId, row.writerDifficulty]));
}

interface Calibrated {
  readonly parameterId: string;
  readonly difficulty: number;
  readonly error: number;
  readonly answers: number;
}

/** Somebody wants it worked out before the night; false: it never was, so there is nothing to be asked anew. */
export async function askAnew(db: Db, departmentId: string, at: Date): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable("calibration")
    .set({ askedAt: at })
    .where("departmentId", "=", departmentId)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}

export function findRun(db: Db, departmentId: string) {
  return db
    .selectFrom("calibration")
    .select(["at", "askedAt"])
    .where("departmentId", "=", departmentId)
    .executeTakeFirst();
}

/** Puts a calibration in the place of the one before. */
export async function replaceCalibration(
  db: Db,
  run: { departmentId: string; at: Date; through: Date; students: number; reliability: number | null },
  items: readonly Calibrated[],
): Promise<void> {
  const { departmentId, ...now } = run;
  await db
    .insertInto("calibration")
    .values(run)
    .onConflict((conflict) => conflict.column("departmentId").doUpdateSet(now))
    .execute();
  await db.deleteFrom("itemCalibration").where("departmentId", "=", departmentId).execute();
  await sql`
    insert into item_calibration (department_id, parameter_id, difficulty, error, answers)
    select ${departmentId}::uuid, * from unnest(${items.map((one) => one.parameterId)}::uuid[],
      ${items.map((one) => one.difficulty)}::float8[], ${items.map((one) => one.error)}::float8[],
      ${items.map((one) => one.answers)}::int[])`.execute(db);
}

/** What the last calibration says of an item as it reads now, and when it was. */
export function findCalibrated(db: Db, departmentId: string, itemId: string) {
  return db
    .selectFrom("item")
    .innerJoin("itemRevision as newest", (join) =>
      join.onRef("newest.departmentId", "=", "item.departmentId").onRef("newest.id", "=", "item.latestRevisionId"),
    )
    .innerJoin("itemCalibration as found", (join) =>
      join
        .onRef("found.departmentId", "=", "newest.departmentId")
        .onRef("found.parameterId", "=", "newest.parameterId"),
    )
    .innerJoin("calibration", "calibration.departmentId", "found.departmentId")
    .where("item.departmentId", "=", departmentId)
    .where("item.id", "=", itemId)
    .select(["found.difficulty", "found.error", "found.answers", "calibration.at"])
    .executeTakeFirst();
}
