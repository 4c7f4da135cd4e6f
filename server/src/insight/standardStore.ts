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
      from item_standard link
      where link.department_id = ${departmentId} and link.item_id in (
        select distinct si.item_id
        from sitting
        join sitting_item si on si.department_id = sitting.department_id and si.sitting_id = sitting.id
        where sitting.department_id = ${departmentId} and sitting.class_id = ${classId} and sitting.ordinal = 1
          and sitting.state = 'handedIn'))
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
  const isWanted = standardIds === null ? sql`` : sql`and link.standard_id = any(${[...standardIds]}::uuid[])`;
  // All answers first, then what they are tagged with: sorting each once for every standard took twice as long, and
  // looking for those of a few standards goes by item, through every class.
  const { rows } = await sql<{ studentId: string; standardId: string; right: number; given: number }>`
    with asked as materialized (
      select sitting.id, sitting.student_id, sitting.marking_version, sitting.handed_in_at, si.item_id, si.position
      from sitting
      join sitting_item si on si.department_id = sitting.department_id and si.sitting_id = sitting.id
        and si.shown_at is not null
      where sitting.department_id = ${departmentId} and sitting.class_id = ${classId} and sitting.ordinal = 1
        and sitting.state = 'handedIn' and sitting.id <> all(${[...besides]}::uuid[]))
    select latest.student_id, link.standard_id, sum(latest.credit)::float8 as "right", count(*)::int as given
    from (
      select distinct on (asked.student_id, asked.item_id) asked.student_id, asked.item_id, mark.credit
      from asked
      join mark on mark.department_id = ${departmentId} and mark.sitting_id = asked.id
        and mark.position = asked.position and mark.version = asked.marking_version and mark.is_evidence
      order by asked.student_id, asked.item_id, asked.handed_in_at desc, asked.id desc
    ) latest
    join item_standard link on link.department_id = ${departmentId} and link.item_id = latest.item_id ${isWanted}
    group by latest.student_id, link.standard_id`.execute(db);
  return rows;
}
