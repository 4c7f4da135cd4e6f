/** SQL for changing courses, calendars and rosters. */
import { sql, type Insertable, type Updateable } from "kysely";
import type { Db } from "../platform/database.ts";
import { newId } from "../platform/id.ts";
import type { Tables } from "../platform/tables.ts";

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
    .orderBy("position")
    .execute();
}

export function listUnitTopics(db: Db, departmentId: string) {
  return db
    .selectFrom("unitTopic")
    .innerJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "unitTopic.departmentId").onRef("topic.id", "=", "unitTopic.topicId"),
    )
    .select(["unitTopic.unitId", "unitTopic.topicId", "topic.name"])
    .where("unitTopic.departmentId", "=", departmentId)
    .orderBy("unitTopic.position")
    .execute();
}

interface OfStudent {
  readonly departmentId: string;
  readonly studentId: string;
}

export async function renameStudent(
  db: Db,
  { departmentId, studentId }: OfStudent,
  name: Updateable<Tables["student"]>,
): Promise<void> {
  await db
    .updateTable("student")
    .set(name)
    .where("departmentId", "=", departmentId)
    .where("id", "=", studentId)
    .execute();
}

/** The cards stop working, and what was arranged for the student is gone; that they were in the class stays. */
export async function emptyEnrolments(db: Db, { departmentId, studentId }: OfStudent): Promise<void> {
  await db
    .updateTable("enrolment")
    .set({ entryCard: null, cardSealed: null, cardMark: null, arrangements: JSON.stringify({}) })
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .execute();
}

export async function deleteMemberships(db: Db, { departmentId, studentId }: OfStudent): Promise<void> {
  await db
    .deleteFrom("studentGroupMember")
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .execute();
}

export async function upsertCourse(db: Db, row: Insertable<Tables["course"]>): Promise<void> {
  await db
    .insertInto("course")
    .values(row)
    .onConflict((conflict) => conflict.columns(["departmentId", "id"]).doUpdateSet({ name: row.name }))
    .execute();
}

/** Takes a unit away; false when a class, quiz or release stands on it. */
export async function deleteUnit(db: Db, departmentId: string, unitId: string): Promise<boolean> {
  const { rows } = await sql<{ used: boolean }>`
    select exists (select 1 from class_unit where department_id = ${departmentId} and unit_id = ${unitId})
      or exists (select 1 from quiz_place where department_id = ${departmentId} and unit_id = ${unitId})
      or exists (select 1 from release_place where department_id = ${departmentId} and unit_id = ${unitId}) as used`.execute(
    db,
  );
  if (rows[0]?.used !== false) return false;
  await db.deleteFrom("unitTopic").where("departmentId", "=", departmentId).where("unitId", "=", unitId).execute();
  await db.deleteFrom("unit").where("departmentId", "=", departmentId).where("id", "=", unitId).execute();
  return true;
}

/** Letters are unique in a course at every moment: out of the way first, so that two units can exchange theirs. */
export async function freeLetters(db: Db, departmentId: string, courseId: string): Promise<void> {
  await db
    .updateTable("unit")
    .set({ letter: sql<string>`id::text` })
    .where("departmentId", "=", departmentId)
    .where("courseId", "=", courseId)
    .execute();
}

export async function upsertUnit(db: Db, row: Insertable<Tables["unit"]>): Promise<void> {
  const { name, letter, hue, position } = row;
  await db
    .insertInto("unit")
    .values(row)
    .onConflict((conflict) => conflict.columns(["departmentId", "id"]).doUpdateSet({ name, letter, hue, position }))
    .execute();
}

/** Sets the topics of all units of a course; returns how many of them the department knows. */
export async function replaceUnitTopics(
  db: Db,
  departmentId: string,
  courseId: string,
  rows: readonly { unitId: string; topicId: string; position: number }[],
): Promise<number> {
  await db.deleteFrom("unitTopic").where("departmentId", "=", departmentId).where("courseId", "=", courseId).execute();
  if (rows.length === 0) return 0;
  const known = new Set(
    (
      await db
        .selectFrom("topic")
        .select("id")
        .where("departmentId", "=", departmentId)
        .where("archivedAt", "is", null)
        .where(
          "id",
          "in",
          rows.map((row) => row.topicId),
        )
        .execute()
    ).map((row) => row.id),
  );
  const good = rows.filter((row) => known.has(row.topicId));
  if (good.length > 0)
    await db
      .insertInto("unitTopic")
      .values(good.map((row) => ({ departmentId, courseId, ...row })))
      .execute();
  return good.length;
}

export function findSchoolYear(db: Db, departmentId: string, today: string) {
  return db
    .selectFrom("schoolYear")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .where("startsOn", "<=", today)
    .where("endsOn", ">=", today)
    .executeTakeFirst();
}

export async function ensureSchoolYear(db: Db, row: Insertable<Tables["schoolYear"]>): Promise<void> {
  await db
    .insertInto("schoolYear")
    .values(row)
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function insertClass(db: Db, row: Insertable<Tables["class"]>): Promise<void> {
  await db.insertInto("class").values(row).execute();
}

export function findYearOfClass(db: Db, departmentId: string, classId: string) {
  return db
    .selectFrom("class")
    .innerJoin("schoolYear as year", (join) =>
      join.onRef("year.departmentId", "=", "class.departmentId").onRef("year.id", "=", "class.schoolYearId"),
    )
    .where("class.departmentId", "=", departmentId)
    .where("class.id", "=", classId)
    .select(["year.id", "year.name", "year.startsOn", "year.endsOn"])
    .executeTakeFirst();
}

export function listClassUnits(db: Db, departmentId: string, classId: string) {
  return db
    .selectFrom("classUnit")
    .selectAll()
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .execute();
}

export function listClassTopics(db: Db, departmentId: string, classId: string) {
  return db
    .selectFrom("classTopic")
    .selectAll()
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .execute();
}

export async function updateClass(
  db: Db,
  departmentId: string,
  classId: string,
  change: Updateable<Tables["class"]>,
): Promise<void> {
  await db
    .updateTable("class")
    .set(change)
    .where("departmentId", "=", departmentId)
    .where("id", "=", classId)
    .execute();
}

export async function updateSchoolYear(
  db: Db,
  departmentId: string,
  schoolYearId: string,
  change: { startsOn: string; endsOn: string },
): Promise<void> {
  await db
    .updateTable("schoolYear")
    .set(change)
    .where("departmentId", "=", departmentId)
    .where("id", "=", schoolYearId)
    .execute();
}

export async function replaceClosed(
  db: Db,
  departmentId: string,
  schoolYearId: string,
  spans: readonly { from: string; to: string; label: string }[],
): Promise<void> {
  await db
    .deleteFrom("closedDays")
    .where("departmentId", "=", departmentId)
    .where("schoolYearId", "=", schoolYearId)
    .where("classId", "is", null)
    .execute();
  if (spans.length > 0)
    await db
      .insertInto("closedDays")
      .values(
        spans.map(({ from, to, label }) => ({
          departmentId,
          id: newId(),
          schoolYearId,
          classId: null,
          fromOn: from,
          toOn: to,
          label,
        })),
      )
      .execute();
}

/** Sets the dates of a class's units; returns how many of them are of its course. */
export async function replaceClassUnits(
  db: Db,
  departmentId: string,
  classId: string,
  units: readonly { unitId: string; from: string; to: string }[],
): Promise<number> {
  await db.deleteFrom("classUnit").where("departmentId", "=", departmentId).where("classId", "=", classId).execute();
  const own = new Set(
    (
      await db
        .selectFrom("unit")
        .innerJoin("class", (join) =>
          join.onRef("class.departmentId", "=", "unit.departmentId").onRef("class.courseId", "=", "unit.courseId"),
        )
        .where("class.departmentId", "=", departmentId)
        .where("class.id", "=", classId)
        .select("unit.id")
        .execute()
    ).map((row) => row.id),
  );
  const good = units.filter((unit) => own.has(unit.unitId));
  if (good.length > 0)
    await db
      .insertInto("classUnit")
      .values(good.map(({ unitId, from, to }) => ({ departmentId, classId, unitId, plannedFrom: from, plannedTo: to })))
      .execute();
  return good.length;
}

export async function upsertClassTopic(
  db: Db,
  key: { departmentId: string; classId: string; topicId: string },
  change: Pick<Updateable<Tables["classTopic"]>, "taughtOn" | "isHeldBack" | "importance" | "stance">,
): Promise<void> {
  await db
    .insertInto("classTopic")
    .values({ ...key, ...change, taughtOn: change.taughtOn ?? null })
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "classId", "topicId"])
        .doUpdateSet(Object.keys(change).length > 0 ? change : { classId: key.classId }),
    )
    .execute();
}

/** null: as the class; "notYet": kept with no day. */
export async function setStudentTopic(
  db: Db,
  key: { departmentId: string; classId: string; topicId: string; studentId: string },
  taughtOn: string | null,
): Promise<void> {
  await db
    .deleteFrom("studentTopic")
    .where("departmentId", "=", key.departmentId)
    .where("classId", "=", key.classId)
    .where("topicId", "=", key.topicId)
    .where("studentId", "=", key.studentId)
    .execute();
  if (taughtOn !== null)
    await db
      .insertInto("studentTopic")
      .values({ ...key, taughtOn: taughtOn === "notYet" ? null : taughtOn })
      .execute();
}

export function listGroupMembers(db: Db, departmentId: string, classId: string) {
  return db
    .selectFrom("studentGroup as group")
    .innerJoin("studentGroupMember as member", (join) =>
      join.onRef("member.departmentId", "=", "group.departmentId").onRef("member.groupId", "=", "group.id"),
    )
    .where("group.departmentId", "=", departmentId)
    .where("group.classId", "=", classId)
    .select(["group.id as groupId", "group.name", "member.studentId"])
    .orderBy("group.name")
    .execute();
}

/** Undefined when the id belongs to a group of another class. */
export function upsertGroup(db: Db, row: Insertable<Tables["studentGroup"]>) {
  return db
    .insertInto("studentGroup")
    .values(row)
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "id"])
        .doUpdateSet({ name: row.name })
        .where("studentGroup.classId", "=", row.classId),
    )
    .returning("id")
    .executeTakeFirst();
}

export async function replaceGroupMembers(
  db: Db,
  departmentId: string,
  groupId: string,
  studentIds: readonly string[],
): Promise<void> {
  await db
    .deleteFrom("studentGroupMember")
    .where("departmentId", "=", departmentId)
    .where("groupId", "=", groupId)
    .execute();
  await db
    .insertInto("studentGroupMember")
    .values(studentIds.map((studentId) => ({ departmentId, groupId, studentId })))
    .execute();
}

export async function insertStudent(db: Db, row: Insertable<Tables["student"]>): Promise<void> {
  await db.insertInto("student").values(row).execute();
}

export async function insertEnrolment(
  db: Db,
  row: Omit<Insertable<Tables["enrolment"]>, "arrangements">,
): Promise<void> {
  await db
    .insertInto("enrolment")
    .values({ ...row, arrangements: "{}" })
    .execute();
}

export function updateEnrolment(
  db: Db,
  key: { departmentId: string; classId: string; studentId: string },
  change: Updateable<Tables["enrolment"]>,
) {
  return db
    .updateTable("enrolment")
    .set({ ...change, studentId: key.studentId })
    .where("departmentId", "=", key.departmentId)
    .where("classId", "=", key.classId)
    .where("studentId", "=", key.studentId)
    .returning("studentId")
    .executeTakeFirst();
}
