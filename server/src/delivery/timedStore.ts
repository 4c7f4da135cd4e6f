/** SQL for timed practice. */
import { sql } from "kysely";
import type { Content } from "@verdant/core/items/kinds";
import type { Db } from "../platform/database.ts";

export interface TimedRow {
  readonly sittingId: string;
  readonly position: number;
  readonly itemId: string;
  readonly spentMs: number;
  /** null: not reached, or it counts nowhere. */
  readonly credit: number | null;
}

/** Each question of these goes with the time it took and the mark that stands. */
export async function listTimes(db: Db, departmentId: string, sittingIds: readonly string[]): Promise<TimedRow[]> {
  const { rows } = await sql<TimedRow>`
    select item.sitting_id, item.position, item.item_id, item.spent_ms,
      case when item.shown_at is not null and mark.counts then mark.credit end as credit
    from sitting_item item
    left join lateral (
      select mark.credit, mark.counts from mark
      where mark.department_id = item.department_id and mark.sitting_id = item.sitting_id
        and mark.position = item.position and mark.round = 1
      order by mark.version desc limit 1
    ) as mark on true
    where item.department_id = ${departmentId} and item.sitting_id = any(${[...sittingIds]}::uuid[])
    order by item.sitting_id, item.position`.execute(db);
  return rows;
}

/** More goes than one page can show; nobody's release has them. */
const most = 5000;

/** Goes of a release that are handed in, student by student. */
export async function listGoesOf(db: Db, departmentId: string, releaseId: string) {
  const { rows } = await sql<{
    sittingId: string;
    studentId: string;
    name: string;
    ordinal: number;
    handedInAt: Date;
  }>`
    select sitting.id as sitting_id, sitting.student_id, trim(student.given_name || ' ' || student.family_name) as name,
      sitting.ordinal, sitting.handed_in_at
    from sitting
    join student on student.department_id = sitting.department_id and student.id = sitting.student_id
    where sitting.department_id = ${departmentId} and sitting.release_id = ${releaseId} and sitting.state = 'handedIn'
      and sitting.handed_in_at is not null
    order by student.family_name, student.given_name, student.id, sitting.ordinal
    limit ${most}`.execute(db);
  return rows;
}

/** What these items ask, as it was released. */
export async function listStems(db: Db, departmentId: string, releaseId: string, itemIds: readonly string[]) {
  const { rows } = await sql<{ itemId: string; content: Content }>`
    select release_item.item_id, revision.content
    from release_item
    join item_revision revision on revision.department_id = release_item.department_id
      and revision.id = release_item.revision_id
    where release_item.department_id = ${departmentId} and release_item.release_id = ${releaseId}
      and release_item.item_id = any(${[...itemIds]}::uuid[])`.execute(db);
  return rows;
}
