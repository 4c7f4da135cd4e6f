/** SQL that writes paths: what they are, and what colleagues ticked off. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface StepToWrite {
  readonly id: string;
  readonly kind: "practice" | "task" | "check";
  readonly name: string;
  readonly releaseId: string | null;
  readonly percent: number | null;
  readonly by: "mark" | "best";
  readonly dueOn: string | null;
}

export function listPathsOf(db: Db, departmentId: string, classId: string) {
  return db
    .selectFrom("path")
    .select((eb) => [
      "path.id",
      "path.name",
      "path.archivedAt",
      eb
        .selectFrom("pathStep")
        .whereRef("pathStep.departmentId", "=", "path.departmentId")
        .whereRef("pathStep.pathId", "=", "path.id")
        .select(sql<number>`count(*)::int`.as("n"))
        .as("steps"),
    ])
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .orderBy("createdAt")
    .orderBy("id")
    .limit(200)
    .execute();
}

/** Paths of these classes that are in use, the newest first, with the quizzes that are steps of them. */
export function listActivePaths(db: Db, departmentId: string, classIds: readonly string[], limit: number) {
  return db
    .selectFrom("path")
    .select((eb) => [
      "path.id",
      eb
        .selectFrom("pathStep")
        .whereRef("pathStep.departmentId", "=", "path.departmentId")
        .whereRef("pathStep.pathId", "=", "path.id")
        .where("pathStep.releaseId", "is not", null)
        .select(sql<string[]>`coalesce(array_agg(release_id), '{}')`.as("ids"))
        .as("releaseIds"),
    ])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`class_id = any(${[...classIds]}::uuid[])`)
    .where("archivedAt", "is", null)
    .orderBy("createdAt", "desc")
    .limit(limit)
    .execute();
}

export async function insertPath(
  db: Db,
  row: { departmentId: string; id: string; classId: string; name: string; createdBy: string; createdAt: Date },
): Promise<void> {
  await db.insertInto("path").values(row).execute();
}

/** The path as it is written now, held until the transaction ends; undefined: the department has none. */
export function lockPath(db: Db, departmentId: string, pathId: string) {
  return db
    .selectFrom("path")
    .select(["id", "classId", "name", "version", "archivedAt"])
    .where("departmentId", "=", departmentId)
    .where("id", "=", pathId)
    .forUpdate()
    .executeTakeFirst();
}

export function listSteps(db: Db, departmentId: string, pathId: string) {
  return db
    .selectFrom("pathStep")
    .select(["id", "kind", "name", "releaseId", "percent", "by", "dueOn"])
    .where("departmentId", "=", departmentId)
    .where("pathId", "=", pathId)
    .orderBy("position")
    .execute();
}

export async function updatePath(
  db: Db,
  departmentId: string,
  pathId: string,
  change: { name: string } | { archivedAt: Date | null },
): Promise<void> {
  await db
    .updateTable("path")
    .set((eb) => ({ ...change, version: eb("version", "+", 1) }))
    .where("departmentId", "=", departmentId)
    .where("id", "=", pathId)
    .execute();
}

/** The steps in their order: those that are there are changed, others are new, and what is not named goes. */
export async function writeSteps(
  db: Db,
  departmentId: string,
  pathId: string,
  steps: readonly StepToWrite[],
): Promise<void> {
  await db
    .deleteFrom("pathStep")
    .where("departmentId", "=", departmentId)
    .where("pathId", "=", pathId)
    .where(sql<boolean>`id <> all(${steps.map(({ id }) => id)}::uuid[])`)
    .execute();
  await db
    .insertInto("pathStep")
    .values(steps.map((step, i) => ({ ...step, departmentId, pathId, position: i + 1 })))
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "id"]).doUpdateSet((eb) => ({
        position: eb.ref("excluded.position"),
        kind: eb.ref("excluded.kind"),
        name: eb.ref("excluded.name"),
        releaseId: eb.ref("excluded.releaseId"),
        percent: eb.ref("excluded.percent"),
        by: eb.ref("excluded.by"),
        dueOn: eb.ref("excluded.dueOn"),
      })),
    )
    .execute();
}

/** Of these releases those that a class has. */
export async function listReleasesOfClass(
  db: Db,
  departmentId: string,
  classId: string,
  releaseIds: readonly string[],
): Promise<string[]> {
  const { rows } = await sql<{ releaseId: string }>`
    select distinct release_id from release_target
    where department_id = ${departmentId} and class_id = ${classId}
      and release_id = any(${[...releaseIds]}::uuid[])`.execute(db);
  return rows.map((row) => row.releaseId);
}

/** Ticks for students of the path's class; who has one keeps its day, and a note takes the place of the one before. */
export async function upsertTicks(
  db: Db,
  tick: { departmentId: string; stepId: string; classId: string; by: string; at: Date; note: string | null },
  studentIds: readonly string[],
): Promise<string[]> {
  const { departmentId, stepId, classId, by, at, note } = tick;
  const { rows } = await sql<{ studentId: string }>`
    insert into path_tick (department_id, step_id, student_id, by, at, note)
    select ${departmentId}, ${stepId}, student_id, ${by}, ${at}, ${note}
    from enrolment
    where department_id = ${departmentId} and class_id = ${classId} and left_on is null
      and student_id = any(${[...studentIds]}::uuid[])
    on conflict (department_id, step_id, student_id)
      do update set note = coalesce(excluded.note, path_tick.note)
    returning student_id`.execute(db);
  return rows.map((row) => row.studentId);
}

/** Returns the ticks that were taken back. */
export function deleteTicks(db: Db, departmentId: string, stepId: string, studentIds: readonly string[]) {
  return db
    .deleteFrom("pathTick")
    .where("departmentId", "=", departmentId)
    .where("stepId", "=", stepId)
    .where(sql<boolean>`student_id = any(${[...studentIds]}::uuid[])`)
    .returning(["studentId", "at", "note"])
    .execute();
}

/** What was noted beside a tick is gone; the tick stays. */
export async function forgetWords(
  db: Db,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
): Promise<void> {
  await db
    .updateTable("pathTick")
    .set({ note: null })
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .execute();
}
