/** SQL for what of a colleague who leaves is given out. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** Gives releases to another that nobody has ended, or that hold answers nobody has marked; how many. */
export async function handOverReleases(
  db: Db,
  { departmentId, from, to }: { readonly departmentId: string; readonly from: string; readonly to: string },
  at: Date,
): Promise<number> {
  const given = await sql`
    update release set released_by = ${to}
    where department_id = ${departmentId} and released_by = ${from} and (
      (closed_at is null and exists (
        select 1 from release_target target where target.department_id = release.department_id
          and target.release_id = release.id and (target.shuts_at is null or target.shuts_at > ${at})))
      or exists (
        select 1 from sitting
        join mark on mark.department_id = sitting.department_id and mark.sitting_id = sitting.id
          and mark.version = sitting.marking_version and not mark.is_evidence and mark.counts and mark.ruling_id is null
        join sitting_item si on si.department_id = mark.department_id and si.sitting_id = mark.sitting_id
          and si.position = mark.position
        join item on item.department_id = si.department_id and item.id = si.item_id and item.kind = 'written'
        where sitting.department_id = ${departmentId} and mark.department_id = ${departmentId}
          and si.department_id = ${departmentId} and item.department_id = ${departmentId}
          and sitting.release_id = release.id and sitting.state = 'handedIn'))`.execute(db);
  return Number(given.numAffectedRows ?? 0);
}
