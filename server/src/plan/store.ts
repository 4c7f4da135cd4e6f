/** SQL for plans: what a class's course lists, what its memory holds, what its answers say. */
import { sql, type Insertable } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";
import type { Tables } from "../platform/tables.ts";

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

/** Everything of one student's states. */
export function listStates(db: Db, departmentId: string, classId: string, studentId: string) {
  return db
    .selectFrom("memoryState")
    .select(["topicId", "s", "d", "lastOn", "beforeS", "beforeD", "beforeOn"])
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("studentId", "=", studentId)
    .execute();
}

/** Of the states of these classes what recall is worked out from. */
export function listRecall(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("memoryState")
    .select(["classId", "studentId", "topicId", "s", "d", "lastOn"])
    .where("departmentId", "=", departmentId)
    .where(oneOf("classId", classIds))
    .execute();
}

/** First answers of the last review day of every state of a student, in the order they were given. */
export function listLastDayEvidence(db: Db, departmentId: string, classId: string, studentId: string) {
  return db
    .selectFrom("evidence")
    .innerJoin("memoryState", (join) =>
      join
        .onRef("memoryState.departmentId", "=", "evidence.departmentId")
        .onRef("memoryState.classId", "=", "evidence.classId")
        .onRef("memoryState.studentId", "=", "evidence.studentId")
        .onRef("memoryState.topicId", "=", "evidence.topicId")
        .onRef("memoryState.lastOn", "=", "evidence.on"),
    )
    .where("evidence.departmentId", "=", departmentId)
    .where("evidence.classId", "=", classId)
    .where("evidence.studentId", "=", studentId)
    .where("evidence.void", "=", false)
    .select(["evidence.topicId", "evidence.itemId", "evidence.chance", "evidence.slip", "evidence.credit"])
    .orderBy("evidence.seq")
    .orderBy("evidence.position")
    .execute();
}

/** All evidence of a class in the order it came. */
export function listEvidence(db: Db, departmentId: string, classId: string) {
  return db
    .selectFrom("evidence")
    .selectAll()
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("void", "=", false)
    .orderBy("seq")
    .orderBy("position")
    .execute();
}

export function listOffsets(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("memoryOffset")
    .selectAll()
    .where("departmentId", "=", departmentId)
    .where(oneOf("classId", classIds))
    .execute();
}

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

/** Serialises everything that changes one class's memory, until the transaction ends. */
export async function lockClassMemory(db: Db, classId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended('memory ' || ${classId}, 0))`.execute(db);
}

export async function takeSeq(db: Db, departmentId: string, classId: string): Promise<number> {
  const row = await db
    .updateTable("class")
    .set((eb) => ({ nextEvidenceSeq: eb("nextEvidenceSeq", "+", 1) }))
    .where("departmentId", "=", departmentId)
    .where("id", "=", classId)
    .returning("nextEvidenceSeq")
    .executeTakeFirstOrThrow();
  return row.nextEvidenceSeq - 1;
}

export async function insertEvidence(db: Db, rows: Insertable<Tables["evidence"]>[]): Promise<void> {
  if (rows.length > 0) await db.insertInto("evidence").values(rows).execute();
}

/** Puts the credits of a re-mark into the evidence; what does not count is void. Nothing is put where there was none. */
export async function updateCredits(
  db: Db,
  departmentId: string,
  marks: readonly { sittingId: string; position: number; credit: number; void: boolean }[],
): Promise<void> {
  if (marks.length === 0) return;
  await sql`
    update evidence set credit = m.credit, void = m.void
    from jsonb_to_recordset(${JSON.stringify(
      marks.map(({ sittingId, ...mark }) => ({ ...mark, sitting_id: sittingId })),
    )}::jsonb) as m (sitting_id uuid, position int, credit double precision, void boolean)
    where evidence.department_id = ${departmentId}
      and evidence.sitting_id = m.sitting_id and evidence.position = m.position`.execute(db);
}

export async function upsertStates(db: Db, rows: Insertable<Tables["memoryState"]>[]): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insertInto("memoryState")
    .values(rows)
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "classId", "studentId", "topicId"]).doUpdateSet((eb) => ({
        s: eb.ref("excluded.s"),
        d: eb.ref("excluded.d"),
        lastOn: eb.ref("excluded.lastOn"),
        beforeS: eb.ref("excluded.beforeS"),
        beforeD: eb.ref("excluded.beforeD"),
        beforeOn: eb.ref("excluded.beforeOn"),
        throughSeq: eb.ref("excluded.throughSeq"),
      })),
    )
    .execute();
}

export async function upsertOffsets(db: Db, rows: Insertable<Tables["memoryOffset"]>[]): Promise<void> {
  if (rows.length === 0) return;
  await db
    .insertInto("memoryOffset")
    .values(rows)
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "classId", "kind", "subjectId"])
        .doUpdateSet((eb) => ({ value: eb.ref("excluded.value"), lambda: eb.ref("excluded.lambda") })),
    )
    .execute();
}

export async function deleteMemory(db: Db, departmentId: string, classId: string): Promise<void> {
  for (const table of ["memoryState", "memoryOffset"] as const) {
    await db.deleteFrom(table).where("departmentId", "=", departmentId).where("classId", "=", classId).execute();
  }
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
