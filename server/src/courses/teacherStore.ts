/** SQL for who teaches which class. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { oneOf } from "../platform/oneOf.ts";

/** Who teaches these classes and still belongs to the department. */
export function listTeachers(db: Db, departmentId: string, classIds: readonly string[]) {
  return db
    .selectFrom("classTeacher")
    .innerJoin("membership", (join) =>
      join
        .onRef("membership.departmentId", "=", "classTeacher.departmentId")
        .onRef("membership.id", "=", "classTeacher.membershipId"),
    )
    .innerJoin("person", "person.id", "membership.personId")
    .where("classTeacher.departmentId", "=", departmentId)
    .where(oneOf("classTeacher.classId", classIds))
    .where("membership.leftAt", "is", null)
    .select(["classTeacher.classId", "person.id as personId", "person.name"])
    .orderBy("person.name")
    .execute();
}

/** The memberships, by person, of those who may teach: guests do not. */
export function listColleagues(db: Db, departmentId: string, personIds: readonly string[]) {
  return db
    .selectFrom("membership")
    .where("departmentId", "=", departmentId)
    .where(oneOf("personId", personIds))
    .where("leftAt", "is", null)
    .where("role", "<>", "guest")
    .select(["id", "personId"])
    .execute();
}

export async function replaceTeachers(
  db: Db,
  departmentId: string,
  classId: string,
  membershipIds: readonly string[],
): Promise<void> {
  await db.deleteFrom("classTeacher").where("departmentId", "=", departmentId).where("classId", "=", classId).execute();
  if (membershipIds.length === 0) return;
  await db
    .insertInto("classTeacher")
    .values(membershipIds.map((membershipId) => ({ departmentId, classId, membershipId })))
    .execute();
}

/** Classes of one who leaves go to another, who may teach some of them already; how many went. */
export async function handOverClasses(
  db: Db,
  { departmentId, from, to }: { readonly departmentId: string; readonly from: string; readonly to: string },
): Promise<number> {
  const ofPerson = (personId: string) => sql`
    select id from membership where department_id = ${departmentId} and person_id = ${personId} and left_at is null`;
  const { numAffectedRows } = await sql`
    insert into class_teacher (department_id, class_id, membership_id)
    select taught.department_id, taught.class_id, heir.id
    from class_teacher taught, (${ofPerson(to)}) as heir
    where taught.department_id = ${departmentId} and taught.membership_id in (${ofPerson(from)})
    on conflict do nothing`.execute(db);
  await sql`delete from class_teacher
    where department_id = ${departmentId} and membership_id in (${ofPerson(from)})`.execute(db);
  return Number(numAffectedRows ?? 0);
}
