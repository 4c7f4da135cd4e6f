/** SQL for what the answers of a class say about standards. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

interface StandardRow {
  readonly id: string;
  readonly code: string;
  readonly statement: string;
  readonly studentWording: string | null;
  readonly secureLine: number | null;
}

/** Standards of the items of a release. */
export async function listStandardsOfRelease(db: Db, departmentId: string, releaseId: string): Promise<StandardRow[]> {
  return db
    .selectFrom("itemStandard")
    .innerJoin("releaseItem", (join) =>
      join
        .onRef("releaseItem.departmentId", "=", "itemStandard.departmentId")
        .onRef("releaseItem.itemId", "=", "itemStandard.itemId"),
    )
    .innerJoin("standard", (join) =>
      join
        .onRef("standard.departmentId", "=", "itemStandard.departmentId")
        .onRef("standard.id", "=", "itemStandard.standardId"),
    )
    .where("itemStandard.departmentId", "=", departmentId)
    .where("releaseItem.releaseId", "=", releaseId)
    .distinct()
    .select(["standard.id", "standard.code", "standard.statement", "standard.studentWording", "standard.secureLine"])
    .select("standard.position")
    .orderBy("standard.position")
    .execute();
}

/** Standards of the items that a class was asked in first goes, in their order. */
export async function listStandardsOfClass(db: Db, departmentId: string, classId: string): Promise<StandardRow[]> {
  const { rows } = await sql<StandardRow>`
    select standard.id, standard.code, standard.statement, standard.student_wording, standard.secure_line
    from standard
    where standard.department_id = ${departmentId} and standard.id in (
      select link.standard_id
      from sitting
      join sitting_item si on si.department_id = sitting.department_id and si.sitting_id = sitting.id
      join item_standard link on link.department_id = si.department_id and link.item_id = si.item_id
      where sitting.department_id = ${departmentId} and sitting.class_id = ${classId} and sitting.ordinal = 1
        and sitting.state = 'handedIn')
    order by standard.position, standard.code, standard.id`.execute(db);
  return rows;
}

/**
 * Credit of the latest first-go answer to each item, summed per student of a class and standard.
 *
 * @param standardIds null: all
 * @param besides goes that are left out
 */
export async function sumStandardEvidence(
  db: Db,
  departmentId: string,
  classId: string,
  standardIds: readonly string[] | null,
  besides: readonly string[] = [],
) {
  const { rows } = await sql<{ studentId: string; standardId: string; right: number; given: number }>`
    with went as materialized (
      select id, student_id, marking_version, handed_in_at
      from sitting
      where department_id = ${departmentId} and class_id = ${classId} and ordinal = 1 and state = 'handedIn'
        and id <> all(${[...besides]}::uuid[]))
    select student_id, standard_id, sum(credit)::float8 as "right", count(*)::int as given
    from (
      select distinct on (went.student_id, link.standard_id, si.item_id)
        went.student_id, link.standard_id, mark.credit
      from went
      join sitting_item si on si.department_id = ${departmentId} and si.sitting_id = went.id
      join mark on mark.department_id = ${departmentId} and mark.sitting_id = went.id
        and mark.position = si.position and mark.version = went.marking_version
      join item_standard link on link.department_id = ${departmentId} and link.item_id = si.item_id
      where si.shown_at is not null and mark.is_evidence
        and (${standardIds === null} or link.standard_id = any(${[...(standardIds ?? [])]}::uuid[]))
      order by went.student_id, link.standard_id, si.item_id, went.handed_in_at desc
    ) latest
    group by student_id, standard_id`.execute(db);
  return rows;
}
