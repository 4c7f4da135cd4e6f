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
