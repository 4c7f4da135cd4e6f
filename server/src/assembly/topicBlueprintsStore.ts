/** SQL for what quizzes ask of a topic that is merged into another. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface SavedBlueprint {
  readonly id: string;
  readonly blueprint: unknown;
}

/** Names another topic wherever a quiz asks for one; what was asked before. */
export async function renameTopic(
  db: Db,
  departmentId: string,
  from: string,
  into: string,
): Promise<readonly SavedBlueprint[]> {
  const { rows } = await sql<SavedBlueprint>`
    with was as (
      select id, blueprint from quiz
      where department_id = ${departmentId} and blueprint::text like ${`%${from}%`} for update)
    update quiz set blueprint = replace(quiz.blueprint::text, ${from}, ${into})::jsonb
    from was where quiz.department_id = ${departmentId} and quiz.id = was.id
    returning was.id, was.blueprint`.execute(db);
  return rows;
}

/** What was asked before, where nothing else has been asked since. */
export async function restoreBlueprints(
  db: Db,
  departmentId: string,
  { from, into }: { readonly from: string; readonly into: string },
  saved: readonly SavedBlueprint[],
): Promise<void> {
  await sql`
    update quiz set blueprint = was.blueprint
    from jsonb_to_recordset(${JSON.stringify(saved)}::jsonb) as was (id uuid, blueprint jsonb)
    where quiz.department_id = ${departmentId} and quiz.id = was.id
      and quiz.blueprint = replace(was.blueprint::text, ${from}, ${into})::jsonb`.execute(db);
}
