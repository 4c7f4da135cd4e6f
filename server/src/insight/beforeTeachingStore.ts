/** SQL for what earlier answers say about a topic. */
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
import { firstAnswersGiven } from "../platform/firstAnswers.ts";

export function findTopic(db: Db, departmentId: string, topicId: string) {
  return db
    .selectFrom("topic")
    .select(["id", "name"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", topicId)
    .where("archivedAt", "is", null)
    .executeTakeFirst();
}

/** First answers to items of a topic and what lies under it, as these read now or differ from it by a slip only; the newest first. */
export function listTopicAnswers(db: Db, departmentId: string, topicId: string, most: number) {
  return firstAnswersGiven(db, departmentId)
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "si.departmentId").onRef("item.id", "=", "si.itemId"),
    )
    .innerJoin("itemRevision as newest", (join) =>
      join.onRef("newest.departmentId", "=", "item.departmentId").onRef("newest.id", "=", "item.latestRevisionId"),
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
    .where("item.status", "<>", "retired")
    .where("item.archivedAt", "is", null)
    .select(["item.id as itemId", "item.number", "si.revisionId", "response.body as answer", "mark.credit"])
    .select([
      "sitting.studentId",
      "class.id as classId",
      "class.name as className",
      "schoolYear.name as year",
      "schoolYear.startsOn",
    ])
    .select(["ruling.ruling", "ruling.answer as rulingAnswer"])
    .select(["reason.text as reason", "reason.at as reasonAt"])
    .orderBy("sitting.handedInAt", "desc")
    .orderBy("si.sittingId")
    .orderBy("si.position")
    .limit(most)
    .execute();
}

/** What each of these revisions asked: once, however many have answered it. */
export async function listContents(db: Db, departmentId: string, revisionIds: readonly string[]) {
  const rows = await db
    .selectFrom("itemRevision")
    .select(["id", "content"])
    .where("departmentId", "=", departmentId)
    .where(oneOf("id", revisionIds))
    .execute();
  return new Map(rows.map((row) => [row.id, row.content]));
}
