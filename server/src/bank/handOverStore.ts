/** SQL for what of a colleague who leaves is in the bank. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface Leaving {
  readonly departmentId: string;
  readonly from: string;
  readonly to: string;
}

/** Gives items and unfinished drafts to another, who keeps a draft of the same thing where there is one; how many items. */
export async function handOverItems(
  db: Db,
  { departmentId, from, to }: Leaving,
  change: { readonly changeSeq: number; readonly changedAt: Date },
): Promise<number> {
  const items = await sql`
    update item set owner_id = ${to}, version = version + 1, change_seq = ${change.changeSeq}, changed_at = ${change.changedAt}
    where department_id = ${departmentId} and owner_id = ${from}`.execute(db);
  await sql`
    update draft set person_id = ${to} where department_id = ${departmentId} and person_id = ${from}
      and not exists (select 1 from draft other where other.department_id = draft.department_id
        and other.person_id = ${to} and other.entity = draft.entity and other.entity_id = draft.entity_id)`.execute(db);
  return Number(items.numAffectedRows ?? 0);
}

/** What only that person saw: views of one's own and the tray. */
export async function deleteOwn(db: Db, departmentId: string, personId: string): Promise<void> {
  await sql`delete from saved_view where department_id = ${departmentId} and person_id = ${personId}`.execute(db);
  await sql`delete from tray_item where department_id = ${departmentId} and person_id = ${personId}`.execute(db);
}
