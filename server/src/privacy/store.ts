/** SQL that reads what is kept of a student. Nothing is written here: each room forgets its own. */
import type { Answer, Content } from "@verdant/core/items/kinds";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { holding } from "../platform/holding.ts";
import { oneOf } from "../platform/oneOf.ts";
import type { Held } from "./held.ts";

export interface StudentRow {
  readonly studentId: string;
  readonly givenName: string;
  readonly familyName: string;
  readonly externalId: string | null;
  readonly pseudonymisedAt: Date | null;
}

const students = (db: Db, departmentId: string) =>
  db
    .selectFrom("student")
    .where("departmentId", "=", departmentId)
    .select(["id as studentId", "givenName", "familyName", "externalId", "pseudonymisedAt"]);

export const listStudents = (db: Db, departmentId: string, text: string, limit: number): Promise<StudentRow[]> =>
  students(db, departmentId)
    .where(sql<string>`given_name || ' ' || family_name`, "ilike", holding(text))
    .orderBy("familyName")
    .orderBy("givenName")
    .orderBy("id")
    .limit(limit)
    .execute();

export const findStudent = (db: Db, departmentId: string, studentId: string): Promise<StudentRow | undefined> =>
  students(db, departmentId).where("id", "=", studentId).executeTakeFirst();

/** The classes that they are or were in, the newest first. */
export function listClassesOf(db: Db, departmentId: string, studentIds: readonly string[], now: Date) {
  return db
    .selectFrom("enrolment")
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "enrolment.departmentId").onRef("class.id", "=", "enrolment.classId"),
    )
    .innerJoin("schoolYear as year", (join) =>
      join.onRef("year.departmentId", "=", "class.departmentId").onRef("year.id", "=", "class.schoolYearId"),
    )
    .innerJoin("department", "department.id", "enrolment.departmentId")
    .where("enrolment.departmentId", "=", departmentId)
    .where(oneOf("enrolment.studentId", studentIds))
    .select(["enrolment.studentId", "class.id", "class.name", "year.name as year"])
    .select(sql<string | null>`enrolment.left_on::text`.as("leftOn"))
    .select(
      sql<boolean>`(enrolment.left_on is null and year.ends_on >= (${now}::timestamptz at time zone department.time_zone)::date)`.as(
        "isIn",
      ),
    )
    .orderBy("year.startsOn", "desc")
    .orderBy("class.name")
    .execute();
}

/** The rows of one table that are about the student, as they stand, without what is not given away. */
export async function listHeld(
  db: Db,
  departmentId: string,
  studentId: string,
  { table, by, without = [] }: Held,
): Promise<Record<string, unknown>[]> {
  const own = sql`select id from sitting where department_id = ${departmentId} and student_id = ${studentId}`;
  const isTheirs =
    by === "sitting_id" ? sql`held.sitting_id in (${own})` : sql`${sql.ref(`held.${by}`)} = ${studentId}`;
  const { rows } = await sql<{ row: string }>`
    select (to_jsonb(held) - 'department_id' - ${[...without]}::text[])::text as row
    from ${sql.table(table)} held
    where held.department_id = ${departmentId} and ${isTheirs}
    order by held`.execute(db);
  return rows.map(({ row }) => JSON.parse(row) as Record<string, unknown>);
}

/** Every question that was put before the student, in the order of the goes, with what was answered first. */
export function listAnswers(db: Db, departmentId: string, studentId: string) {
  return db
    .selectFrom("sitting")
    .innerJoin("release", (join) =>
      join.onRef("release.departmentId", "=", "sitting.departmentId").onRef("release.id", "=", "sitting.releaseId"),
    )
    .innerJoin("sittingItem as si", (join) =>
      join.onRef("si.departmentId", "=", "sitting.departmentId").onRef("si.sittingId", "=", "sitting.id"),
    )
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "si.departmentId").onRef("item.id", "=", "si.itemId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "si.departmentId").onRef("revision.id", "=", "si.revisionId"),
    )
    .leftJoin("response", (join) =>
      join
        .onRef("response.departmentId", "=", "si.departmentId")
        .onRef("response.sittingId", "=", "si.sittingId")
        .onRef("response.position", "=", "si.position")
        .on("response.round", "=", 1),
    )
    .leftJoin("mark", (join) =>
      join
        .onRef("mark.departmentId", "=", "si.departmentId")
        .onRef("mark.sittingId", "=", "si.sittingId")
        .onRef("mark.position", "=", "si.position")
        .onRef("mark.version", "=", "sitting.markingVersion")
        .on("mark.round", "=", 1),
    )
    .leftJoin("reason", (join) =>
      join
        .onRef("reason.departmentId", "=", "si.departmentId")
        .onRef("reason.sittingId", "=", "si.sittingId")
        .onRef("reason.position", "=", "si.position"),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.studentId", "=", studentId)
    .select(["release.name as quiz", "sitting.ordinal as go", "response.receivedAt as answeredAt"])
    .select(["item.number as itemNumber", "item.use", "mark.credit", "reason.text as reason"])
    .select("revision.content")
    .select("response.body as answer")
    .$castTo<{
      quiz: string;
      go: number;
      answeredAt: Date | null;
      itemNumber: number;
      use: string;
      credit: number | null;
      reason: string | null;
      content: Content;
      answer: Answer | null;
    }>()
    .orderBy("sitting.startedAt")
    .orderBy("sitting.id")
    .orderBy("si.position")
    .execute();
}

export async function countKept(db: Db, departmentId: string, studentId: string) {
  const of = (table: string, more = sql`true`) => sql<number>`(
    select count(*)::int from ${sql.table(table)} held
    where held.department_id = ${departmentId} and held.student_id = ${studentId} and ${more})`;
  const ofGoes = (table: string, more = sql`true`) => sql<number>`(
    select count(*)::int from ${sql.table(table)} held
    join sitting on sitting.department_id = held.department_id and sitting.id = held.sitting_id
    where sitting.department_id = ${departmentId} and sitting.student_id = ${studentId} and ${more})`;
  const { rows } = await sql<{ goes: number; answers: number; ownWords: number; staffWords: number }>`
    select ${of("sitting")} as goes, ${ofGoes("response")} as answers,
      ${ofGoes("reason")} + ${of("reflection")}
        + ${ofGoes("response", sql`held.body ->> 'kind' in ('written', 'opinion')`)} as own_words,
      ${of("student_note", sql`held.text <> ''`)} + ${of("excused", sql`held.reason <> ''`)}
        + ${of("path_tick", sql`coalesce(held.note, '') <> ''`)} + ${ofGoes("rubric_mark", sql`held.comment <> ''`)}
        + ${ofGoes("voided_go", sql`held.reason <> ''`)} as staff_words`.execute(db);
  return rows[0] ?? { goes: 0, answers: 0, ownWords: 0, staffWords: 0 };
}
