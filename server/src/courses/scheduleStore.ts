/** SQL for what a class's course lists, and when it is taught. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";

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
