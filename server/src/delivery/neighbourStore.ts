/** SQL for what neighbours have before them. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** The families of the questions of each student's newest go at a release, by their places. */
export async function listFamilies(
  db: Db,
  departmentId: string,
  releaseId: string,
  studentIds: readonly string[],
): Promise<{ studentId: string; familyId: string }[]> {
  if (studentIds.length === 0) return [];
  const { rows } = await sql<{ studentId: string; familyId: string }>`
    select newest.student_id, item.family_id
    from (
      select distinct on (student_id) student_id, id
      from sitting
      where department_id = ${departmentId} and release_id = ${releaseId}
        and student_id = any(${[...studentIds]}::uuid[]) and state <> 'voided'
      order by student_id, ordinal desc
    ) newest
    join sitting_item si on si.department_id = ${departmentId} and si.sitting_id = newest.id
    join item on item.department_id = si.department_id and item.id = si.item_id
    order by newest.student_id, si.position`.execute(db);
  return rows;
}

/** The classes that a release was given to, or somebody of them. */
export async function listClassesOf(db: Db, departmentId: string, releaseId: string): Promise<string[]> {
  const rows = await db
    .selectFrom("releaseTarget")
    .select("classId")
    .distinct()
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .execute();
  return rows.map((row) => row.classId);
}
