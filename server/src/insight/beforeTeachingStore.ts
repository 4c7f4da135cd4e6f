/** SQL for what earlier answers say about a topic. */
import type { Db } from "../platform/database.ts";
import { firstAnswers } from "../platform/firstAnswers.ts";

export function findTopic(db: Db, departmentId: string, topicId: string) {
  return db
    .selectFrom("topic")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", topicId)
    .where("archivedAt", "is", null)
    .executeTakeFirst();
}

/** First answers to items of a topic and what lies under it, as these read now or differ from it by a slip only. */
export function listTopicAnswers(db: Db, departmentId: string, topicId: string) {
  return firstAnswers(db, departmentId)
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "si.departmentId").onRef("item.id", "=", "si.itemId"),
    )
    .innerJoin("itemRevision as newest", (join) =>
      join.onRef("newest.departmentId", "=", "item.departmentId").onRef("newest.id", "=", "item.latestRevisionId"),
    )
    .innerJoin("itemRevision as given", (join) =>
      join.onRef("given.departmentId", "=", "si.departmentId").onRef("given.id", "=", "si.revisionId"),
    )
    .whereRef("asMarked.parameterId", "=", "newest.parameterId")
    .innerJoin("topicAncestor", (join) =>
      join
        .onRef("topicAncestor.departmentId", "=", "item.departmentId")
        .onRef("topicAncestor.topicId", "=", "item.topicId")
        .on("topicAncestor.ancestorId", "=", topicId),
    )
    .innerJoin("schoolYear", (join) =>
      join
        .onRef("schoolYear.departmentId", "=", "class.departmentId")
        .onRef("schoolYear.id", "=", "class.schoolYearId"),
    )
    .leftJoin("response", (join) =>
      join
        .onRef("response.departmentId", "=", "si.departmentId")
        .onRef("response.sittingId", "=", "si.sittingId")
        .onRef("response.position", "=", "si.position")
        .on("response.round", "=", 1),
    )
    .leftJoin("reason", (join) =>
      join
        .onRef("reason.departmentId", "=", "si.departmentId")
        .onRef("reason.sittingId", "=", "si.sittingId")
        .onRef("reason.position", "=", "si.position"),
    )
    .where("item.status", "<>", "retired")
    .where("item.archivedAt", "is", null)
    .select(["item.id as itemId", "item.number", "given.content", "response.body as answer", "mark.credit"])
    .select(["sitting.studentId", "class.id as classId", "class.name as className", "schoolYear.name as year"])
    .select(["ruling.ruling", "ruling.answer as rulingAnswer"])
    .select(["reason.text as reason", "reason.at as reasonAt"])
    .orderBy("schoolYear.startsOn", "desc")
    .orderBy("class.name")
    .orderBy("item.number")
    .limit(100_000)
    .execute();
}
