/** SQL for sittings, their items and marks. */
import { sql, type Insertable } from "kysely";
import type { Content } from "@verdant/core/items/kinds";
import type { Db } from "../platform/database.ts";
import type { Tables } from "../platform/tables.ts";

const sittingColumns = [
  "id",
  "departmentId",
  "releaseId",
  "classId",
  "studentId",
  "ordinal",
  "seed",
  "state",
  "startedAt",
  "deadlineAt",
  "graceUntil",
  "handedInAt",
  "epoch",
  "markingVersion",
  "points",
  "outOf",
  "evidenceSeq",
] as const;

/** Serialises the beginnings of one student at one release, until the transaction ends. */
export async function lockBeginning(db: Db, releaseId: string, studentId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${releaseId} || ' ' || ${studentId}, 0))`.execute(db);
}

/** All goes of a student at these releases, the newest first. */
export function listSittings(db: Db, departmentId: string, studentId: string, releaseIds: readonly string[]) {
  return db
    .selectFrom("sitting")
    .select(sittingColumns)
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .where("state", "<>", "voided")
    .where(sql<boolean>`release_id = any(${[...releaseIds]}::uuid[])`)
    .orderBy("startedAt", "desc")
    .execute();
}

export function listRunningOf(db: Db, departmentId: string, studentId: string) {
  return db
    .selectFrom("sitting")
    .select(sittingColumns)
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .where("state", "=", "running")
    .execute();
}

/** What a student has handed in, the newest first, from after the sitting that is named on. */
export function listHandedIn(
  db: Db,
  departmentId: string,
  studentId: string,
  page: { after?: string | undefined; limit: number },
) {
  return db
    .selectFrom("sitting")
    .innerJoin("release", (join) =>
      join.onRef("release.departmentId", "=", "sitting.departmentId").onRef("release.id", "=", "sitting.releaseId"),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.studentId", "=", studentId)
    .where("sitting.state", "=", "handedIn")
    .$if(page.after !== undefined, (query) =>
      query.where(
        sql<boolean>`(sitting.handed_in_at, sitting.id) < (
          select handed_in_at, id from sitting
          where department_id = ${departmentId} and student_id = ${studentId} and id = ${page.after})`,
      ),
    )
    .select(sittingColumns.map((column) => `sitting.${column}` as const))
    .select(["release.name", "release.rules"])
    .orderBy("sitting.handedInAt", "desc")
    .orderBy("sitting.id", "desc")
    .limit(page.limit)
    .execute();
}

export function findSitting(db: Db, departmentId: string, studentId: string, sittingId: string) {
  return db
    .selectFrom("sitting")
    .innerJoin("release", (join) =>
      join.onRef("release.departmentId", "=", "sitting.departmentId").onRef("release.id", "=", "sitting.releaseId"),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.studentId", "=", studentId)
    .where("sitting.id", "=", sittingId)
    .select(sittingColumns.map((column) => `sitting.${column}` as const))
    .select(["release.name", "release.rules"])
    .executeTakeFirst();
}

/** The sitting whose token is held. */
export function findHeldSitting(db: Db, sittingId: string, tokenHash: Buffer) {
  return db
    .selectFrom("sitting")
    .select(["id", "departmentId", "releaseId", "studentId", "epoch", "state"])
    .where("id", "=", sittingId)
    .where("tokenHash", "=", tokenHash)
    .executeTakeFirst();
}

/** A sitting of whichever student. */
export function findAnySitting(db: Db, departmentId: string, sittingId: string) {
  return db
    .selectFrom("sitting")
    .select(["releaseId", "studentId"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", sittingId)
    .executeTakeFirst();
}

/** The sitting, locked until the transaction ends. */
export function lockSitting(db: Db, departmentId: string, sittingId: string) {
  return db
    .selectFrom("sitting")
    .select(sittingColumns)
    .where("departmentId", "=", departmentId)
    .where("id", "=", sittingId)
    .forUpdate()
    .executeTakeFirst();
}

/** Sittings whose time is over, by whichever department, that nobody has handed in. */
export function listOverdue(db: Db, now: Date, besides: readonly string[], limit: number) {
  return db
    .selectFrom("sitting")
    .select(["departmentId", "id"])
    .where("state", "=", "running")
    .where("deadlineAt", "<=", now)
    .where(sql<boolean>`id <> all(${[...besides]}::uuid[])`)
    .orderBy("deadlineAt")
    .limit(limit)
    .execute();
}

export async function countRunning(db: Db): Promise<number> {
  const { rows } = await sql<{
    count: number;
  }>`select count(*)::int as count from sitting where state = 'running'`.execute(db);
  return rows[0]?.count ?? 0;
}

export function listRunning(db: Db, departmentId: string, releaseId: string) {
  return db
    .selectFrom("sitting")
    .select(["id", "deadlineAt"])
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where("state", "=", "running")
    .execute();
}

/** Ends the time of all running sittings of a release that would end later. */
export async function bringDeadlinesForward(
  db: Db,
  departmentId: string,
  releaseId: string,
  to: Date,
  graceUntil: Date,
): Promise<void> {
  await db
    .updateTable("sitting")
    .set({ deadlineAt: to, graceUntil })
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where("state", "=", "running")
    .where((eb) => eb.or([eb("deadlineAt", "is", null), eb("deadlineAt", ">", to)]))
    .execute();
}

/** From now on no answer to these sittings counts any more. */
export async function endGrace(db: Db, departmentId: string, sittingIds: readonly string[], now: Date): Promise<void> {
  if (sittingIds.length === 0) return;
  await db
    .updateTable("sitting")
    .set({ graceUntil: now })
    .where("departmentId", "=", departmentId)
    .where("id", "in", sittingIds)
    .where("graceUntil", ">", now)
    .execute();
}

export async function insertSitting(
  db: Db,
  sitting: Insertable<Tables["sitting"]>,
  items: Insertable<Tables["sittingItem"]>[],
): Promise<void> {
  await db.insertInto("sitting").values(sitting).execute();
  await db.insertInto("sittingItem").values(items).execute();
}

/** Notes that the class meets these items today; in the order of their ids, so that simultaneous starts cannot block each other. */
export async function insertExposure(
  db: Db,
  departmentId: string,
  classId: string,
  itemIds: readonly string[],
  on: string,
): Promise<void> {
  await db
    .insertInto("exposure")
    .values([...itemIds].sort().map((itemId) => ({ departmentId, classId, itemId, on })))
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function nextEpoch(db: Db, departmentId: string, sittingId: string): Promise<number> {
  const row = await db
    .updateTable("sitting")
    .set((eb) => ({ epoch: eb("epoch", "+", 1) }))
    .where("departmentId", "=", departmentId)
    .where("id", "=", sittingId)
    .returning("epoch")
    .executeTakeFirstOrThrow();
  return row.epoch;
}

export async function finishSitting(
  db: Db,
  key: { departmentId: string; sittingId: string },
  change: {
    state?: "handedIn";
    handedInAt?: Date;
    graceUntil?: Date | null;
    points: number;
    outOf: number;
    markingVersion: number;
    evidenceSeq?: number | null;
  },
): Promise<void> {
  await db
    .updateTable("sitting")
    .set(change)
    .where("departmentId", "=", key.departmentId)
    .where("id", "=", key.sittingId)
    .execute();
}

/** The items of a sitting with content, what was answered and how it was marked last. */
export function listSittingItems(db: Db, departmentId: string, sittingId: string) {
  return db
    .selectFrom("sittingItem as si")
    .innerJoin("item", (join) =>
      join.onRef("item.departmentId", "=", "si.departmentId").onRef("item.id", "=", "si.itemId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join.onRef("revision.departmentId", "=", "si.departmentId").onRef("revision.id", "=", "si.revisionId"),
    )
    .innerJoin("sitting", (join) =>
      join.onRef("sitting.departmentId", "=", "si.departmentId").onRef("sitting.id", "=", "si.sittingId"),
    )
    .leftJoin("response", (join) =>
      join
        .onRef("response.departmentId", "=", "si.departmentId")
        .onRef("response.sittingId", "=", "si.sittingId")
        .onRef("response.position", "=", "si.position")
        .on("response.round", "=", 1),
    )
    .leftJoin("response as second", (join) =>
      join
        .onRef("second.departmentId", "=", "si.departmentId")
        .onRef("second.sittingId", "=", "si.sittingId")
        .onRef("second.position", "=", "si.position")
        .on("second.round", "=", 2),
    )
    .leftJoin("mark", (join) =>
      join
        .onRef("mark.departmentId", "=", "si.departmentId")
        .onRef("mark.sittingId", "=", "si.sittingId")
        .onRef("mark.position", "=", "si.position")
        .onRef("mark.version", "=", "sitting.markingVersion")
        .on("mark.round", "=", 1),
    )
    .leftJoin("rubricMark", (join) =>
      join
        .onRef("rubricMark.departmentId", "=", "si.departmentId")
        .onRef("rubricMark.sittingId", "=", "si.sittingId")
        .onRef("rubricMark.position", "=", "si.position"),
    )
    .leftJoin("reason", (join) =>
      join
        .onRef("reason.departmentId", "=", "si.departmentId")
        .onRef("reason.sittingId", "=", "si.sittingId")
        .onRef("reason.position", "=", "si.position"),
    )
    .leftJoin("itemStats", (join) =>
      join.onRef("itemStats.departmentId", "=", "si.departmentId").onRef("itemStats.itemId", "=", "si.itemId"),
    )
    .leftJoin("releaseItem", (join) =>
      join
        .onRef("releaseItem.departmentId", "=", "si.departmentId")
        .onRef("releaseItem.releaseId", "=", "sitting.releaseId")
        .onRef("releaseItem.itemId", "=", "si.itemId"),
    )
    .leftJoin("topic", (join) =>
      join.onRef("topic.departmentId", "=", "item.departmentId").onRef("topic.id", "=", "item.topicId"),
    )
    .leftJoin("releasePlace", (join) =>
      join
        .onRef("releasePlace.departmentId", "=", "si.departmentId")
        .onRef("releasePlace.id", "=", "releaseItem.placeId"),
    )
    .leftJoin("stimulusRevision", (join) =>
      join
        .onRef("stimulusRevision.departmentId", "=", "si.departmentId")
        .onRef("stimulusRevision.id", "=", "releaseItem.stimulusRevisionId"),
    )
    .leftJoin("unit", (join) =>
      join.onRef("unit.departmentId", "=", "si.departmentId").onRef("unit.id", "=", "releasePlace.unitId"),
    )
    .where("si.departmentId", "=", departmentId)
    .where("si.sittingId", "=", sittingId)
    .select(["si.position", "si.itemId", "si.revisionId", "si.optionOrder", "si.points", "si.shownAt", "si.revisit"])
    .select(["si.lookedAt", "second.body as secondAnswer"])
    .select([
      "item.topicId",
      "topic.name as topic",
      "item.use",
      "item.writerDifficulty",
      "itemStats.answers as knownAnswers",
      "itemStats.creditSum as knownCredit",
      "revision.content",
      "response.body as answer",
      "mark.credit",
      "mark.counted",
      "rubricMark.credit as byPerson",
      "rubricMark.comment",
      "rubricMark.by as markedBy",
      "reason.text as reason",
    ])
    .select(["stimulusRevision.stimulusId", "stimulusRevision.content as stimulus"])
    .select(["unit.id as unitId", "unit.name as unit", "unit.letter", "unit.hue"])
    .orderBy("si.position")
    .execute();
}

export async function insertMarks(db: Db, rows: Insertable<Tables["mark"]>[]): Promise<void> {
  if (rows.length > 0) await db.insertInto("mark").values(rows).execute();
}

/** Items that a student has met in earlier goes at a release. */
export async function listMetItems(db: Db, departmentId: string, releaseId: string, studentId: string) {
  const rows = await db
    .selectFrom("sittingItem")
    .innerJoin("sitting", (join) =>
      join
        .onRef("sitting.departmentId", "=", "sittingItem.departmentId")
        .onRef("sitting.id", "=", "sittingItem.sittingId"),
    )
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.releaseId", "=", releaseId)
    .where("sitting.studentId", "=", studentId)
    .groupBy("sittingItem.itemId")
    .select("sittingItem.itemId")
    .select(sql<number>`max(sitting.ordinal)`.as("go"))
    .execute();
  return new Map(rows.map((row) => [row.itemId, row.go]));
}

/** The practice twins of reserved items, by the reserved item's id. */
export async function listTwins(
  db: Db,
  departmentId: string,
  itemIds: readonly string[],
): Promise<Map<string, { readonly itemId: string; readonly content: Content }>> {
  if (itemIds.length === 0) return new Map();
  const rows = await db
    .selectFrom("item")
    .innerJoin("item as twin", (join) =>
      join.onRef("twin.departmentId", "=", "item.departmentId").onRef("twin.id", "=", "item.twinId"),
    )
    .innerJoin("itemRevision as revision", (join) =>
      join
        .onRef("revision.departmentId", "=", "twin.departmentId")
        .onRef("revision.id", "=", "twin.approvedRevisionId"),
    )
    .where("item.departmentId", "=", departmentId)
    .where("item.id", "in", itemIds)
    .where("twin.use", "=", "practice")
    .select(["item.id", "twin.id as itemId", "revision.content"])
    .execute();
  return new Map(rows.map(({ id, ...twin }) => [id, twin]));
}
