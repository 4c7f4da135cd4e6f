/** SQL for what quizzes, and requirements under a name, ask of a topic that is merged into another. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface SavedBlueprint {
  readonly id: string;
  readonly blueprint: unknown;
}

/** Both hold a blueprint under an id of their own. */
const tables = [sql.table("quiz"), sql.table("requirement_set")];

/** Names another topic wherever a quiz asks for one; what was asked before. */
export async function renameTopic(
  db: Db,
  departmentId: string,
  from: string,
  into: string,
): Promise<readonly SavedBlueprint[]> {
  const saved: SavedBlueprint[] = [];
  for (const table of tables) {
    const { rows } = await sql<SavedBlueprint>`
      with was as (
        select id, blueprint from ${table}
        where department_id = ${departmentId} and blueprint::text like ${`%${from}%`} for update)
      update ${table} as asked set blueprint = replace(asked.blueprint::text, ${from}, ${into})::jsonb
      from was where asked.department_id = ${departmentId} and asked.id = was.id
      returning was.id, was.blueprint`.execute(db);
    saved.push(...rows);
  }
  return saved;
}

/** What was asked before, where nothing else has been asked since. */
export async function restoreBlueprints(
  db: Db,
  departmentId: string,
  { from, into }: { readonly from: string; readonly into: string },
  saved: readonly SavedBlueprint[],
): Promise<void> {
  for (const table of tables)
    await sql`
      update ${table} as asked set blueprint = was.blueprint
      from jsonb_to_recordset(${JSON.stringify(saved)}::jsonb) as was (id uuid, blueprint jsonb)
      where asked.department_id = ${departmentId} and asked.id = was.id
        and asked.blueprint = replace(was.blueprint::text, ${from}, ${into})::jsonb`.execute(db);
}
