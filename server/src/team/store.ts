/** SQL for people, memberships and sessions. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export function findMembership(db: Db, personId: string) {
  return (
    db
      .selectFrom("membership")
      .select(["departmentId", "role"])
      .where("personId", "=", personId)
      .where("leftAt", "is", null)
      // One's own department before those that one looks into.
      .orderBy(sql`role = 'guest'`)
      .orderBy("joinedAt")
      .executeTakeFirst()
  );
}

export function findMemberSession(db: Db, departmentId: string, personId: string) {
  return db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .innerJoin("department", "department.id", "membership.departmentId")
    .leftJoin("secondFactor", (join) =>
      join.onRef("secondFactor.personId", "=", "membership.personId").on("secondFactor.confirmedAt", "is not", null),
    )
    .where("membership.departmentId", "=", departmentId)
    .where("membership.personId", "=", personId)
    .where("membership.leftAt", "is", null)
    .select(["person.id as personId", "person.name", "membership.role", "department.id as departmentId"])
    .select(["department.name as department", "department.timeZone"])
    .select(["department.asksSecondFactor", "secondFactor.confirmedAt"])
    .executeTakeFirst();
}

export function findStudent(db: Db, departmentId: string, studentId: string) {
  return db
    .selectFrom("student")
    .select(["id", "givenName"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", studentId)
    .executeTakeFirst();
}

export function findEntryCard(db: Db, cardMark: Buffer) {
  return db
    .selectFrom("enrolment")
    .select(["departmentId", "studentId"])
    .where("cardMark", "=", cardMark)
    .where("leftOn", "is", null)
    .executeTakeFirst();
}

/** Members of the demo's department: whoever signed up beside it has a door of their own. */
export function listDemoMembers(db: Db) {
  return db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .innerJoin("department", "department.id", "membership.departmentId")
    .where("department.isDemo", "=", true)
    .where("membership.leftAt", "is", null)
    .where("membership.role", "in", ["lead", "teacher"])
    .select(["person.id as personId", "person.name", "membership.role"])
    .orderBy("membership.joinedAt")
    .execute();
}

export function listDemoCards(db: Db, now: Date, limit: number) {
  return db
    .selectFrom("enrolment")
    .innerJoin("student", (join) =>
      join.onRef("student.departmentId", "=", "enrolment.departmentId").onRef("student.id", "=", "enrolment.studentId"),
    )
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "enrolment.departmentId").onRef("class.id", "=", "enrolment.classId"),
    )
    .innerJoin("department", "department.id", "enrolment.departmentId")
    .where("department.isDemo", "=", true)
    .where("enrolment.leftOn", "is", null)
    .select(["student.givenName", "student.familyName", "class.name as className"])
    .select(["enrolment.entryCard", "enrolment.cardSealed"])
    .orderBy(
      // First those who have something to sit now.
      sql`exists (
        select 1 from release_target target
        where target.department_id = enrolment.department_id and target.class_id = enrolment.class_id
          and target.opens_at <= ${now} and (target.shuts_at is null or target.shuts_at > ${now})
          and not exists (
            select 1 from sitting
            where sitting.department_id = target.department_id and sitting.release_id = target.release_id
              and sitting.student_id = enrolment.student_id)) desc`,
    )
    .orderBy("class.name")
    .orderBy("student.familyName")
    .limit(limit)
    .execute();
}

/** A department with its first lead, who has an account. */
export async function insertDepartment(
  db: Db,
  given: { departmentId: string; personId: string; membershipId: string; name: string; timeZone: string; at: Date },
): Promise<void> {
  const { departmentId, personId, membershipId, name, timeZone, at } = given;
  await db.insertInto("department").values({ id: departmentId, name, timeZone, createdAt: at }).execute();
  await db
    .insertInto("membership")
    .values({ departmentId, id: membershipId, personId, role: "lead", joinedAt: at, leftAt: null })
    .execute();
}
