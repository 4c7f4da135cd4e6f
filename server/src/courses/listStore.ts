/** SQL for class lists that come into classes, set by set. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
import type { Tables } from "../platform/tables.ts";

/** Classes that run on some day from `today` on; none that is only for trying out. */
export const listListedClasses = (db: Db, departmentId: string, today: string) =>
  db
    .selectFrom("class")
    .innerJoin("schoolYear", (join) =>
      join
        .onRef("schoolYear.departmentId", "=", "class.departmentId")
        .onRef("schoolYear.id", "=", "class.schoolYearId"),
    )
    .innerJoin("course", (join) =>
      join.onRef("course.departmentId", "=", "class.departmentId").onRef("course.id", "=", "class.courseId"),
    )
    .where("class.departmentId", "=", departmentId)
    .where("class.rehearsal", "=", false)
    .where("schoolYear.endsOn", ">=", today)
    .select(["class.id", "class.name", "class.externalId", "course.name as course"])
    .orderBy("class.name")
    .execute();

export const listMembersOfClasses = (db: Db, departmentId: string, classIds: readonly string[]) =>
  db
    .selectFrom("enrolment")
    .innerJoin("student", (join) =>
      join.onRef("student.departmentId", "=", "enrolment.departmentId").onRef("student.id", "=", "enrolment.studentId"),
    )
    .where("enrolment.departmentId", "=", departmentId)
    .where(oneOf("enrolment.classId", classIds))
    .where("enrolment.leftOn", "is", null)
    .select(["enrolment.classId", "student.id", "student.givenName", "student.familyName", "student.externalId"])
    .orderBy("student.familyName")
    .orderBy("student.givenName")
    .execute();

/** Students of the department whom the lists know by one of these ids. */
export const listStudentsKnownAs = (db: Db, departmentId: string, externalIds: readonly string[]) =>
  db
    .selectFrom("student")
    .where("departmentId", "=", departmentId)
    .where("externalId", "is not", null)
    .where(sql<boolean>`external_id = any(${[...externalIds]}::text[])`)
    .select(["id", "givenName", "familyName", "externalId"])
    .execute();

export const listSchoolYears = (db: Db, departmentId: string) =>
  db
    .selectFrom("schoolYear")
    .where("departmentId", "=", departmentId)
    .select(["id", "name", "startsOn", "endsOn"])
    .orderBy("startsOn")
    .execute();

export const listClassNames = (db: Db, departmentId: string, schoolYearId: string) =>
  db
    .selectFrom("class")
    .where("departmentId", "=", departmentId)
    .where("schoolYearId", "=", schoolYearId)
    .select("name")
    .execute();

/** One taking of lists at a time in a department. */
export async function lockLists(db: Db, departmentId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${`class lists ${departmentId}`}, 0))`.execute(db);
}

/** Rows of one statement: it may have 65,535 values. */
const atOnce = 2000;
const inParts = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / atOnce) }, (_, i) => rows.slice(i * atOnce, (i + 1) * atOnce));

export async function insertStudents(db: Db, rows: readonly Insertable<Tables["student"]>[]): Promise<void> {
  for (const some of inParts(rows)) await db.insertInto("student").values(some).execute();
}

export interface KnownStudent {
  readonly studentId: string;
  readonly externalId: string;
  readonly givenName: string;
  readonly familyName: string;
}

/** Names students as the lists do, and notes by what id the lists know them. */
export async function setListed(db: Db, departmentId: string, rows: readonly KnownStudent[]): Promise<void> {
  if (rows.length === 0) return;
  await sql`
    update student set external_id = given.external_id, given_name = given.given_name, family_name = given.family_name
    from unnest(${rows.map((row) => row.studentId)}::uuid[], ${rows.map((row) => row.externalId)}::text[],
      ${rows.map((row) => row.givenName)}::text[], ${rows.map((row) => row.familyName)}::text[])
      as given (student_id, external_id, given_name, family_name)
    where student.department_id = ${departmentId} and student.id = given.student_id`.execute(db);
}

/** Whoever was in the class before is in it again, with the card and the arrangements of then. */
export async function insertEnrolments(
  db: Db,
  rows: readonly Omit<Insertable<Tables["enrolment"]>, "arrangements">[],
): Promise<void> {
  for (const some of inParts(rows))
    await db
      .insertInto("enrolment")
      .values(some.map((row) => ({ ...row, arrangements: "{}" })))
      .onConflict((conflict) =>
        conflict.columns(["departmentId", "classId", "studentId"]).doUpdateSet({ leftOn: null }),
      )
      .execute();
}

/** Those of these marks that are of somebody's card. */
export async function listTakenMarks(db: Db, marks: readonly Buffer[]): Promise<Buffer[]> {
  const rows = await db
    .selectFrom("enrolment")
    .where(sql<boolean>`card_mark = any(${[...marks]}::bytea[])`)
    .select("cardMark")
    .execute();
  return rows.flatMap(({ cardMark }) => cardMark ?? []);
}

/** Takes students out of a class; how many were in it. */
export async function setLeft(
  db: Db,
  { departmentId, classId, leftOn }: { departmentId: string; classId: string; leftOn: string },
  studentIds: readonly string[],
): Promise<number> {
  if (studentIds.length === 0) return 0;
  const { numUpdatedRows } = await db
    .updateTable("enrolment")
    .set({ leftOn })
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where(oneOf("studentId", studentIds))
    .where("leftOn", "is", null)
    .executeTakeFirst();
  return Number(numUpdatedRows);
}

export async function addTeachers(
  db: Db,
  rows: readonly { departmentId: string; classId: string; membershipId: string }[],
): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insertInto("classTeacher")
    .values(rows)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function insertClosedDays(db: Db, rows: readonly Insertable<Tables["closedDays"]>[]): Promise<void> {
  if (rows.length > 0) await db.insertInto("closedDays").values(rows).execute();
}
