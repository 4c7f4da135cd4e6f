/** SQL for quizzes and their places. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

export async function takeQuizNumber(db: Db, departmentId: string): Promise<number> {
  const row = await db
    .updateTable("department")
    .set((eb) => ({ nextQuizNumber: eb("nextQuizNumber", "+", 1) }))
    .where("id", "=", departmentId)
    .returning("nextQuizNumber")
    .executeTakeFirstOrThrow();
  return row.nextQuizNumber - 1;
}

export async function insertQuiz(
  db: Db,
  quiz: Insertable<Tables["quiz"]>,
  part: Insertable<Tables["quizPart"]>,
): Promise<void> {
  await db.insertInto("quiz").values(quiz).execute();
  await db.insertInto("quizPart").values(part).execute();
}

export async function insertPlaces(db: Db, rows: Insertable<Tables["quizPlace"]>[]): Promise<void> {
  if (rows.length > 0) await db.insertInto("quizPlace").values(rows).execute();
}

export function findQuiz(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("quiz")
    .innerJoin("quizPart as part", (join) =>
      join.onRef("part.departmentId", "=", "quiz.departmentId").onRef("part.quizId", "=", "quiz.id"),
    )
    .where("quiz.departmentId", "=", departmentId)
    .where("quiz.id", "=", quizId)
    .where("quiz.archivedAt", "is", null)
    .select([
      "quiz.id",
      "quiz.number",
      "quiz.name",
      "quiz.version",
      "quiz.classId",
      "quiz.blueprint",
      "quiz.seed",
      "part.id as partId",
    ])
    .orderBy("part.position")
    .executeTakeFirst();
}

export function listPlaces(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("quizPlace as place")
    .innerJoin("quizPart as part", (join) =>
      join.onRef("part.departmentId", "=", "place.departmentId").onRef("part.id", "=", "place.partId"),
    )
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "place.departmentId").onRef("item.id", "=", "place.itemId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "item.departmentId")
        .on("revision.id", "=", (eb) => eb.fn.coalesce("item.approvedRevisionId", "item.latestRevisionId")),
    )
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .leftJoin("unit", (join) =>
      join.onRef("unit.departmentId", "=", "place.departmentId").onRef("unit.id", "=", "place.unitId"),
    )
    .where("place.departmentId", "=", departmentId)
    .where("part.quizId", "=", quizId)
    .select([
      "place.id",
      "place.unitId",
      "place.seenRevisionId",
      "place.points",
      "item.id as itemId",
      "item.number",
      "item.kind",
    ])
    .select([
      "item.familyId",
      "item.topicId",
      "item.status",
      "item.expectedSeconds",
      "item.writerDifficulty",
      "item.approvedRevisionId",
    ])
    .select([
      "revision.id as revisionId",
      "revision.content",
      "topic.name as topic",
      "unit.name as unit",
      "unit.letter",
      "unit.hue",
    ])
    .orderBy("part.position")
    .orderBy("place.position")
    .execute();
}

/** Moves the quiz from `version` to the next; undefined when it is no longer at `version`. */
export function updateQuiz(
  db: Db,
  key: { departmentId: string; quizId: string; version: number },
  change: { name?: string; blueprint?: string; seed?: string },
) {
  return db
    .updateTable("quiz")
    .set(change)
    .set((eb) => ({ version: eb("version", "+", 1) }))
    .where("departmentId", "=", key.departmentId)
    .where("id", "=", key.quizId)
    .where("version", "=", key.version)
    .returning("version")
    .executeTakeFirst();
}

export async function deletePlaces(
  db: Db,
  departmentId: string,
  partId: string,
  keep: readonly string[],
): Promise<void> {
  await db
    .deleteFrom("quizPlace")
    .where("departmentId", "=", departmentId)
    .where("partId", "=", partId)
    .$if(keep.length > 0, (query) => query.where("id", "not in", keep))
    .execute();
}

/** Numbers the places of a part in the order of their items. */
export async function setPositions(
  db: Db,
  departmentId: string,
  partId: string,
  itemIds: readonly string[],
): Promise<void> {
  await sql`
    update quiz_place set position = given.position
    from unnest(${itemIds}::uuid[]) with ordinality as given(item_id, position)
    where quiz_place.department_id = ${departmentId} and quiz_place.part_id = ${partId} and quiz_place.item_id = given.item_id`.execute(
    db,
  );
}

/** The last day on which each item met anybody of the class. */
export async function listLastUse(db: Db, departmentId: string, classId: string): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom("exposure")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .groupBy("itemId")
    .select(["itemId"])
    .select((eb) => eb.fn.max("on").as("on"))
    .execute();
  return new Map(rows.map((row) => [row.itemId, row.on]));
}

export function listReleasesOf(db: Db, departmentId: string, quizId: string) {
  return db
    .selectFrom("release")
    .select(["id", "releasedAt"])
    .where("departmentId", "=", departmentId)
    .where("quizId", "=", quizId)
    .orderBy("releasedAt", "desc")
    .execute();
}

export function listQuizzes(db: Db, departmentId: string) {
  return db
    .selectFrom("quiz")
    .innerJoin("class", (join) =>
      join.onRef("class.departmentId", "=", "quiz.departmentId").onRef("class.id", "=", "quiz.classId"),
    )
    .leftJoinLateral(
      (eb) =>
        eb
          .selectFrom("release")
          .whereRef("release.departmentId", "=", "quiz.departmentId")
          .whereRef("release.quizId", "=", "quiz.id")
          .select(["id as releaseId", "releasedAt"])
          .orderBy("releasedAt", "desc")
          .limit(1)
          .as("newest"),
      (join) => join.onTrue(),
    )
    .where("quiz.departmentId", "=", departmentId)
    .where("quiz.archivedAt", "is", null)
    .select([
      "quiz.id",
      "quiz.number",
      "quiz.name",
      "quiz.createdAt",
      "class.name as className",
      "newest.releaseId",
      "newest.releasedAt",
    ])
    .select((eb) =>
      eb
        .selectFrom("quizPlace")
        .innerJoin("quizPart", (join) =>
          join
            .onRef("quizPart.departmentId", "=", "quizPlace.departmentId")
            .onRef("quizPart.id", "=", "quizPlace.partId"),
        )
        .whereRef("quizPart.departmentId", "=", "quiz.departmentId")
        .whereRef("quizPart.quizId", "=", "quiz.id")
        .select(sql<number>`count(*)::int`.as("n"))
        .as("questions"),
    )
    .orderBy("quiz.number", "desc")
    .limit(200)
    .execute();
}
