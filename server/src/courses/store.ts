/** SQL for classes, units and enrolments. */
import { sql, type RawBuilder } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
import { holding } from "../platform/holding.ts";

const strand = ["unit.id as unitId", "unit.name", "unit.letter", "unit.hue"] as const;

export function listClasses(db: Db, departmentId: string, today: string) {
  return db
    .selectFrom("class")
    .innerJoin("course", (join) =>
      join.onRef("course.departmentId", "=", "class.departmentId").onRef("course.id", "=", "class.courseId"),
    )
    .innerJoin("schoolYear", (join) =>
      join
        .onRef("schoolYear.departmentId", "=", "class.departmentId")
        .onRef("schoolYear.id", "=", "class.schoolYearId"),
    )
    .where("class.departmentId", "=", departmentId)
    .where("schoolYear.startsOn", "<=", today)
    .where("schoolYear.endsOn", ">=", today)
    .select(["class.id", "class.name", "class.courseId", "class.rehearsal", "class.examOn"])
    .select(["course.name as course", "schoolYear.name as schoolYear"])
    .select((eb) =>
      eb
        .selectFrom("enrolment")
        .whereRef("enrolment.departmentId", "=", "class.departmentId")
        .whereRef("enrolment.classId", "=", "class.id")
        .where("leftOn", "is", null)
        .select(sql<number>`count(*)::int`.as("n"))
        .as("students"),
    )
    .orderBy("class.name")
    .execute();
}

export function listUnits(db: Db, departmentId: string) {
  return db
    .selectFrom("unit")
    .where("departmentId", "=", departmentId)
    .select([...strand, "unit.courseId"])
    .orderBy("position")
    .execute();
}

/** Classes as whoever works with one needs them. */
export function selectClasses(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("class")
    .innerJoin("schoolYear", (join) =>
      join
        .onRef("schoolYear.departmentId", "=", "class.departmentId")
        .onRef("schoolYear.id", "=", "class.schoolYearId"),
    )
    .innerJoin("department", "department.id", "class.departmentId")
    .where("class.departmentId", "=", departmentId)
    .where(oneOf("class.id", classIds))
    .select([
      "class.id",
      "class.name",
      "class.courseId",
      "class.schoolYearId",
      "class.rehearsal",
      "class.meetingDays",
      "class.examOn",
      "class.externalId",
      "class.externalSchoolId",
    ])
    .select((eb) => [
      "schoolYear.name as schoolYear",
      eb.fn.coalesce("class.timeZone", "department.timeZone").as("timeZone"),
    ]);
}

export const findClasses = (db: Db, departmentId: string, classIds: readonly string[]) =>
  selectClasses(db, departmentId, classIds).execute();

export function listEnrolments(db: Db, departmentId: string, classId: string) {
  return db
    .selectFrom("enrolment")
    .innerJoin("student", (join) =>
      join.onRef("student.departmentId", "=", "enrolment.departmentId").onRef("student.id", "=", "enrolment.studentId"),
    )
    .where("enrolment.departmentId", "=", departmentId)
    .where("enrolment.classId", "=", classId)
    .where("enrolment.leftOn", "is", null)
    .select([
      "student.id as studentId",
      "student.givenName",
      "student.familyName",
      "student.externalId",
      "enrolment.entryCard",
      "enrolment.cardSealed",
      "enrolment.arrangements",
    ])
    .orderBy("student.familyName")
    .orderBy("student.givenName")
    .execute();
}

/** Days without lessons of a school year: the school's, and with `classId` those of this class too. */
export function listClosedDays(db: Db, departmentId: string, schoolYearId: string, classId: string | null) {
  return db
    .selectFrom("closedDays")
    .select(["fromOn", "toOn", "label"])
    .where("departmentId", "=", departmentId)
    .where("schoolYearId", "=", schoolYearId)
    .where((eb) => eb.or([eb("classId", "is", null), ...(classId === null ? [] : [eb("classId", "=", classId)])]))
    .orderBy("fromOn")
    .execute();
}

/** Topics that single students learned on another day than their class. */
export function listStudentTopics(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("studentTopic")
    .select(["classId", "studentId", "topicId", "taughtOn", "releaseId"])
    .where("departmentId", "=", departmentId)
    .where(oneOf("classId", classIds))
    .execute();
}

/** Students of this school year's classes whose name holds `text`, whatever its case and accents. */
export function findStudents(db: Db, departmentId: string, text: string, today: string, limit: number) {
  const plain = (name: RawBuilder<string>) =>
    sql<string>`regexp_replace(normalize(${name}, nfd), '[\\u0300-\\u036f]', '', 'g')`;
  return db
    .selectFrom("enrolment")
    .innerJoin("student", (join) =>
      join.onRef("student.departmentId", "=", "enrolment.departmentId").onRef("student.id", "=", "enrolment.studentId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "enrolment.departmentId").onRef("class.id", "=", "enrolment.classId"),
    )
    .innerJoin("schoolYear", (join) =>
      join
        .onRef("schoolYear.departmentId", "=", "class.departmentId")
        .onRef("schoolYear.id", "=", "class.schoolYearId"),
    )
    .where("enrolment.departmentId", "=", departmentId)
    .where("enrolment.leftOn", "is", null)
    .where("schoolYear.startsOn", "<=", today)
    .where("schoolYear.endsOn", ">=", today)
    .where(plain(sql`student.given_name || ' ' || student.family_name`), "ilike", plain(sql`${holding(text)}::text`))
    .select(["student.id as studentId", "student.givenName", "student.familyName"])
    .select(["class.id as classId", "class.name as className"])
    .orderBy("student.familyName")
    .orderBy("student.givenName")
    .limit(limit)
    .execute();
}

/** The next place in the class's order of evidence, taken. */
export async function takeEvidenceSeq(db: Db, departmentId: string, classId: string): Promise<number> {
  const row = await db
    .updateTable("class")
    .set((eb) => ({ nextEvidenceSeq: eb("nextEvidenceSeq", "+", 1) }))
    .where("departmentId", "=", departmentId)
    .where("id", "=", classId)
    .returning("nextEvidenceSeq")
    .executeTakeFirstOrThrow();
  return row.nextEvidenceSeq - 1;
}

/** Who is in the class, in the order of their names. */
export async function listStudentsOfClass(db: Db, departmentId: string, classId: string) {
  const { rows } = await sql<{ studentId: string; name: string; externalId: string | null }>`
    select student.id as student_id, trim(student.given_name || ' ' || student.family_name) as name, external_id
    from enrolment
    join student on student.department_id = enrolment.department_id and student.id = enrolment.student_id
    where enrolment.department_id = ${departmentId} and enrolment.class_id = ${classId} and enrolment.left_on is null
    order by student.family_name, student.given_name, student.id`.execute(db);
  return rows;
}
