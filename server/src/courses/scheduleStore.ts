/** SQL for what a class's course lists, and when it is taught. */
import { sql } from "kysely";
import { jsonArrayFrom } from "kysely/helpers/postgres";
import { selectClasses } from "./store.ts";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";

/**
 * These classes with the days on which their years and they themselves have no lessons, what was said of single students,
 * and who is in them. Names inside the arrays are single words: the database's spelling is not turned there.
 */
export function listScheduledClasses(db: Db, departmentId: string, classIds: readonly string[]) {
  return selectClasses(db, departmentId, classIds)
    .select((eb) => [
      jsonArrayFrom(
        eb
          .selectFrom("closedDays")
          .select(["closedDays.fromOn as from", "closedDays.toOn as to"])
          .whereRef("closedDays.departmentId", "=", "class.departmentId")
          .whereRef("closedDays.schoolYearId", "=", "class.schoolYearId")
          .where((or) =>
            or.or([or("closedDays.classId", "is", null), or("closedDays.classId", "=", or.ref("class.id"))]),
          )
          .orderBy("closedDays.fromOn"),
      ).as("closed"),
      jsonArrayFrom(
        eb
          .selectFrom("studentTopic")
          .select([
            "studentTopic.studentId as student",
            "studentTopic.topicId as topic",
            "studentTopic.taughtOn as day",
          ])
          .whereRef("studentTopic.departmentId", "=", "class.departmentId")
          .whereRef("studentTopic.classId", "=", "class.id"),
      ).as("said"),
      jsonArrayFrom(
        eb
          .selectFrom("enrolment")
          .innerJoin("student", (join) =>
            join
              .onRef("student.departmentId", "=", "enrolment.departmentId")
              .onRef("student.id", "=", "enrolment.studentId"),
          )
          .select("enrolment.studentId as student")
          .whereRef("enrolment.departmentId", "=", "class.departmentId")
          .whereRef("enrolment.classId", "=", "class.id")
          .where("enrolment.leftOn", "is", null)
          .orderBy("student.familyName")
          .orderBy("student.givenName"),
      ).as("enrolled"),
    ])
    .execute();
}

/** Topics of each class's course in order, with the planned dates of their unit and what was said about them. */
export function listPlanTopics(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("class")
    .innerJoin("unitTopic", (join) =>
      join
        .onRef("unitTopic.departmentId", "=", "class.departmentId")
        .onRef("unitTopic.courseId", "=", "class.courseId"),
    )
    .innerJoin("unit", (join) =>
      join.onRef("unit.departmentId", "=", "class.departmentId").onRef("unit.id", "=", "unitTopic.unitId"),
    )
    .innerJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "class.departmentId").onRef("topic.id", "=", "unitTopic.topicId"),
    )
    .leftJoin("classUnit", (join) =>
      join
        .onRef("classUnit.departmentId", "=", "class.departmentId")
        .onRef("classUnit.classId", "=", "class.id")
        .onRef("classUnit.unitId", "=", "unit.id"),
    )
    .leftJoin("classTopic", (join) =>
      join
        .onRef("classTopic.departmentId", "=", "class.departmentId")
        .onRef("classTopic.classId", "=", "class.id")
        .onRef("classTopic.topicId", "=", "topic.id"),
    )
    .where("class.departmentId", "=", departmentId)
    .where(oneOf("class.id", classIds))
    .select([
      "class.id as classId",
      "topic.id as topicId",
      "topic.name as topic",
      "unit.id as unitId",
      "unit.name",
      "unit.letter",
      "unit.hue",
    ])
    .select([
      "classUnit.plannedFrom",
      "classUnit.plannedTo",
      "classTopic.taughtOn",
      "classTopic.importance",
      "classTopic.stance",
      "classTopic.isHeldBack",
    ])
    .select((eb) =>
      eb
        .selectFrom("topicStandard")
        .whereRef("topicStandard.departmentId", "=", "topic.departmentId")
        .whereRef("topicStandard.topicId", "=", "topic.id")
        .select(sql<number>`count(*)::int`.as("n"))
        .as("standards"),
    )
    .orderBy("unit.position")
    .orderBy("unitTopic.position")
    .execute();
}

/** For every topic of the department: the nearest listed ancestor in each course, itself included. */
export function listRollUp(db: Db, departmentId: string, courseIds: readonly string[]) {
  return db
    .selectFrom("topicAncestor")
    .innerJoin("unitTopic", (join) =>
      join
        .onRef("unitTopic.departmentId", "=", "topicAncestor.departmentId")
        .onRef("unitTopic.topicId", "=", "topicAncestor.ancestorId"),
    )
    .where("topicAncestor.departmentId", "=", departmentId)
    .where(oneOf("unitTopic.courseId", courseIds))
    .distinctOn(["unitTopic.courseId", "topicAncestor.topicId"])
    .select(["unitTopic.courseId", "topicAncestor.topicId", "topicAncestor.ancestorId"])
    .orderBy("unitTopic.courseId")
    .orderBy("topicAncestor.topicId")
    .orderBy("topicAncestor.depth")
    .execute();
}
