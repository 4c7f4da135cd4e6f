/** SQL for the members of a department. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export function listMembers(db: Db, departmentId: string) {
  return db
    .selectFrom("membership")
    .innerJoin("person", "person.id", "membership.personId")
    .leftJoin("secondFactor", "secondFactor.personId", "person.id")
    .where("membership.departmentId", "=", departmentId)
    .select((eb) => eb("secondFactor.confirmedAt", "is not", null).$castTo<boolean>().as("hasSecondFactor"))
    .select(["person.id as personId", "person.name", "membership.role", "membership.joinedAt", "membership.leftAt"])
    .orderBy("person.name")
    .execute();
}

/** Those who have not left; locked, so that two leads who go at once do not both find the other. */
export function lockMembers(db: Db, departmentId: string) {
  return db
    .selectFrom("membership")
    .where("departmentId", "=", departmentId)
    .where("leftAt", "is", null)
    .select(["personId", "role"])
    .orderBy("id")
    .forUpdate()
    .execute();
}

export async function updateMembership(
  db: Db,
  departmentId: string,
  personId: string,
  change: { role?: "lead" | "teacher"; leftAt?: Date },
): Promise<void> {
  await db
    .updateTable("membership")
    .set(change)
    .where("departmentId", "=", departmentId)
    .where("personId", "=", personId)
    .execute();
}

/** Sessions, grants and what only that person saw. */
export async function deleteAccess(db: Db, departmentId: string, personId: string): Promise<void> {
  for (const table of ["session", "access_grant", "tray_item", "presence"])
    await sql`
      delete from ${sql.table(table)}
      where department_id = ${departmentId} and person_id = ${personId}`.execute(db);
}

/**
 * What a colleague leaves behind goes to another: items, unfinished drafts of these, goals (added to the other's where
 * both have one), and releases that nobody has ended or that hold answers nobody has marked. Views of one's own served nobody else, and go.
 */
export async function handOver(
  db: Db,
  given: { departmentId: string; from: string; to: string; at: Date; changeSeq: number },
): Promise<{ items: number; goals: number; releases: number }> {
  const { departmentId, from, to } = given;
  const count = async (query: ReturnType<typeof sql>) => Number((await query.execute(db)).numAffectedRows ?? 0);
  const items = await count(sql`
    update item set owner_id = ${to}, version = version + 1, change_seq = ${given.changeSeq}, changed_at = ${given.at}
    where department_id = ${departmentId} and owner_id = ${from}`);
  await sql`
    update draft set person_id = ${to} where department_id = ${departmentId} and person_id = ${from}
      and not exists (select 1 from draft other where other.department_id = draft.department_id
        and other.person_id = ${to} and other.entity = draft.entity and other.entity_id = draft.entity_id)`.execute(db);
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
  await sql`delete from saved_view where department_id = ${departmentId} and person_id = ${from}`.execute(db);
  const releases = await count(sql`
    update release set released_by = ${to}
    where department_id = ${departmentId} and released_by = ${from} and (
      (closed_at is null and exists (
        select 1 from release_target target where target.department_id = release.department_id
          and target.release_id = release.id and (target.shuts_at is null or target.shuts_at > ${given.at})))
      or exists (
        select 1 from sitting
        join mark on mark.department_id = sitting.department_id and mark.sitting_id = sitting.id
          and mark.version = sitting.marking_version and not mark.is_evidence and mark.counts and mark.ruling_id is null
        join sitting_item si on si.department_id = mark.department_id and si.sitting_id = mark.sitting_id
          and si.position = mark.position
        join item on item.department_id = si.department_id and item.id = si.item_id and item.kind = 'written'
        where sitting.department_id = ${departmentId} and mark.department_id = ${departmentId}
          and si.department_id = ${departmentId} and item.department_id = ${departmentId}
          and sitting.release_id = release.id and sitting.state = 'handedIn'))`);
  return { items, goals: doubled + moved, releases };
}
