/** SQL that takes out of a student's goes what they wrote, and what was written about them. Marks and answers stay. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** Answers in the student's own sentences; what is typed into a field is an answer like any other. */
const isOwnWords = sql`body ->> 'kind' in ('written', 'opinion')`;

export async function deleteWordsOf(db: Db, departmentId: string, studentId: string): Promise<void> {
  const ofGoes = sql`department_id = ${departmentId} and sitting_id in (
    select id from sitting where department_id = ${departmentId} and student_id = ${studentId})`;
  await sql`delete from reason where ${ofGoes}`.execute(db);
  await sql`delete from response where ${ofGoes} and ${isOwnWords}`.execute(db);
  await sql`delete from response_event where ${ofGoes} and ${isOwnWords}`.execute(db);
  await sql`update voided_go set reason = '' where ${ofGoes}`.execute(db);
  await db
    .deleteFrom("releaseMessage")
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .execute();
  await db
    .deleteFrom("reflection")
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .execute();
}

/** Whoever still holds the key to a go no longer has one. */
export async function lockGoesOf(db: Db, departmentId: string, studentId: string): Promise<void> {
  await sql`update sitting set token_hash = sha256(gen_random_uuid()::text::bytea)
    where department_id = ${departmentId} and student_id = ${studentId}`.execute(db);
}

/** The goes of a student, as history speaks of them. */
export async function listGoIds(db: Db, departmentId: string, studentId: string): Promise<string[]> {
  const rows = await db
    .selectFrom("sitting")
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .select("id")
    .execute();
  return rows.map(({ id }) => id);
}
