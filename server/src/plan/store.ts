/** SQL for plans: what a class's answers say, and what is planned for it. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
import type { Tables } from "../platform/tables.ts";

/** Answers per topic that count, and the last release in which it came back. */
export async function listReturns(db: Db, departmentId: string, classId: string) {
  return db
    .with("by_release", (qb) =>
      qb
        .selectFrom("evidence")
        .innerJoin("sitting", (join) =>
          join
            .onRef("sitting.departmentId", "=", "evidence.departmentId")
            .onRef("sitting.id", "=", "evidence.sittingId"),
        )
        .where("evidence.departmentId", "=", departmentId)
        .where("evidence.classId", "=", classId)
        .where("evidence.void", "=", false)
        .groupBy(["evidence.topicId", "sitting.releaseId"])
        .select(["evidence.topicId", "sitting.releaseId"])
        .select((eb) => [
          eb.fn.max("evidence.on").as("on"),
          eb.fn.sum<number>("evidence.credit").as("right"),
          sql<number>`count(*)::int`.as("answers"),
        ]),
    )
    .selectFrom("by_release")
    .innerJoin("release", (join) =>
      join.onRef("release.id", "=", "by_release.releaseId").on("release.departmentId", "=", departmentId),
    )
    .distinctOn("by_release.topicId")
    .select([
      "by_release.topicId",
      "by_release.releaseId",
      "by_release.on",
      "by_release.right",
      "by_release.answers",
      "release.name",
    ])
    .select(sql<number>`sum(by_release.answers) over (partition by by_release.topic_id)`.as("allAnswers"))
    .orderBy("by_release.topicId")
    .orderBy("by_release.on", "desc")
    .orderBy("release.releasedAt", "desc")
    .execute();
}

export function listPlanned(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("plannedReturn")
    .select(["classId", "topicId", "on", "items"])
    .where("departmentId", "=", departmentId)
    .where(oneOf("classId", classIds))
    .where("state", "=", "planned")
    .orderBy("on")
    .execute();
}

export async function insertPlanned(db: Db, row: Insertable<Tables["plannedReturn"]>): Promise<void> {
  await db
    .insertInto("plannedReturn")
    .values(row)
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "classId", "topicId", "on"]).doUpdateSet({ state: "planned" }),
    )
    .execute();
}

export async function deletePlanned(
  db: Db,
  key: { departmentId: string; classId: string; topicId: string; on: string },
): Promise<boolean> {
  const row = await db
    .deleteFrom("plannedReturn")
    .where("departmentId", "=", key.departmentId)
    .where("classId", "=", key.classId)
    .where("topicId", "=", key.topicId)
    .where("on", "=", key.on)
    .where("state", "=", "planned")
    .returning("on")
    .executeTakeFirst();
  return row !== undefined;
}

/** Planned returns of these topics up to a day count as held by this release. */
export async function holdPlanned(
  db: Db,
  departmentId: string,
  classId: string,
  topicIds: readonly string[],
  upTo: string,
  releaseId: string,
): Promise<void> {
  if (topicIds.length === 0) return;
  await db
    .updateTable("plannedReturn")
    .set({ state: "done", releaseId })
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("topicId", "in", topicIds)
    .where("state", "=", "planned")
    .where("on", "<=", upTo)
    .execute();
}

/** Every comeback of every topic: per release and day, how many answers and how much credit. */
export function listHeld(db: Db, departmentId: string, classId: string) {
  return db
    .selectFrom("evidence")
    .innerJoin("sitting", (join) =>
      join.onRef("sitting.departmentId", "=", "evidence.departmentId").onRef("sitting.id", "=", "evidence.sittingId"),
    )
    .where("evidence.departmentId", "=", departmentId)
    .where("evidence.classId", "=", classId)
    .where("evidence.void", "=", false)
    .groupBy(["evidence.topicId", "sitting.releaseId"])
    .select(["evidence.topicId", "sitting.releaseId"])
    .select((eb) => [
      eb.fn.min("evidence.on").as("on"),
      sql<number>`sum(evidence.credit)`.as("right"),
      sql<number>`count(*)::int`.as("answers"),
    ])
    .orderBy("on")
    .execute();
}
