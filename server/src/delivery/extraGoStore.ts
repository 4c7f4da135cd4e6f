/** SQL for goes beyond those of the rules. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** @param studentId null: of everybody */
export function listExtraGoes(db: Db, departmentId: string, releaseIds: readonly string[], studentId: string | null) {
  return db
    .selectFrom("extraGo")
    .select(["releaseId", "studentId", "goes"])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`release_id = any(${[...releaseIds]}::uuid[])`)
    .$if(studentId !== null, (query) => query.where("studentId", "=", studentId ?? ""))
    .execute();
}

/** Giving and taking back of one release come one after the other. */
export async function lockExtraGoes(db: Db, releaseId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${`extra goes ${releaseId}`}, 0))`.execute(db);
}

export async function addGoes(
  db: Db,
  deed: { departmentId: string; releaseId: string; by: string; at: Date },
  studentIds: readonly string[],
): Promise<void> {
  await db
    .insertInto("extraGo")
    .values(studentIds.map((studentId) => ({ ...deed, studentId, goes: 1 })))
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "releaseId", "studentId"])
        .doUpdateSet({ goes: sql<number>`extra_go.goes + 1`, by: deed.by, at: deed.at }),
    )
    .execute();
}

/** One of each. */
export async function takeGoes(
  db: Db,
  departmentId: string,
  releaseId: string,
  studentIds: readonly string[],
): Promise<void> {
  const theirs = sql<boolean>`student_id = any(${[...studentIds]}::uuid[])`;
  await db
    .deleteFrom("extraGo")
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where("goes", "=", 1)
    .where(theirs)
    .execute();
  await db
    .updateTable("extraGo")
    .set({ goes: sql<number>`goes - 1` })
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where("goes", ">", 1)
    .where(theirs)
    .execute();
}
