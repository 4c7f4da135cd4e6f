/** SQL for what of a colleague who leaves is in writing together. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** Gives goals to another, added to theirs where both have one for a topic; and ends being here. Returns how many goals. */
export async function handOverGoals(
  db: Db,
  { departmentId, from, to }: { readonly departmentId: string; readonly from: string; readonly to: string },
): Promise<number> {
  const count = async (query: ReturnType<typeof sql>) => Number((await query.execute(db)).numAffectedRows ?? 0);
  await sql`
    update writing_goal kept set wanted = least(1000, kept.wanted + gone.wanted)
    from writing_goal gone
    where kept.department_id = ${departmentId} and kept.person_id = ${to} and gone.department_id = kept.department_id
      and gone.person_id = ${from} and gone.topic_id = kept.topic_id`.execute(db);
  const doubled = await count(sql`
    delete from writing_goal gone using writing_goal kept
    where gone.department_id = ${departmentId} and gone.person_id = ${from} and kept.department_id = gone.department_id
      and kept.person_id = ${to} and kept.topic_id = gone.topic_id`);
  const moved = await count(sql`
    update writing_goal set person_id = ${to} where department_id = ${departmentId} and person_id = ${from}`);
  return doubled + moved;
}

export async function deletePresence(db: Db, departmentId: string, personId: string): Promise<void> {
  await sql`delete from presence where department_id = ${departmentId} and person_id = ${personId}`.execute(db);
}
