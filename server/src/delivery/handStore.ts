/** Rows of what was dealt: per release, go and student the drawn items of each place. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

type Drawn = Readonly<Record<string, readonly string[]>>;

/** Whoever deals deals for all: one at a time for a release. */
export async function lockDealing(db: Db, releaseId: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${`dealing ${releaseId}`}, 0))`.execute(db);
}

export async function findHand(
  db: Db,
  key: { departmentId: string; releaseId: string; ordinal: number; studentId: string },
): Promise<Drawn | undefined> {
  const row = await db
    .selectFrom("hand")
    .select("drawn")
    .where("departmentId", "=", key.departmentId)
    .where("releaseId", "=", key.releaseId)
    .where("ordinal", "=", key.ordinal)
    .where("studentId", "=", key.studentId)
    .executeTakeFirst();
  return row?.drawn;
}

/** All that was dealt of a release up to a go. */
export function listHands(db: Db, departmentId: string, releaseId: string, upTo: number) {
  return db
    .selectFrom("hand")
    .select(["ordinal", "studentId", "drawn"])
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where("ordinal", "<=", upTo)
    .orderBy("ordinal")
    .execute();
}

export async function insertHands(
  db: Db,
  key: { departmentId: string; releaseId: string; ordinal: number; at: Date },
  hands: readonly { readonly studentId: string; readonly drawn: Drawn }[],
): Promise<void> {
  await sql`
    insert into hand (department_id, release_id, ordinal, student_id, drawn, at)
    select ${key.departmentId}::uuid, ${key.releaseId}::uuid, ${key.ordinal}::int, "studentId", drawn, ${key.at}
    from jsonb_to_recordset(${JSON.stringify(hands)}::jsonb) as given("studentId" uuid, drawn jsonb)`.execute(db);
}

/** Ids of the students that a release is for now. */
export async function listStudentsFor(db: Db, departmentId: string, releaseId: string): Promise<string[]> {
  const { rows } = await sql<{ studentId: string }>`
    select distinct enrolment.student_id
    from release_target target
    join enrolment on enrolment.department_id = target.department_id and enrolment.class_id = target.class_id
      and enrolment.left_on is null
    where target.department_id = ${departmentId} and target.release_id = ${releaseId}
      and (target.student_id is null or target.student_id = enrolment.student_id)
      and (target.group_id is null or exists (
        select 1 from student_group_member member
        where member.department_id = target.department_id and member.group_id = target.group_id
          and member.student_id = enrolment.student_id))
    order by enrolment.student_id`.execute(db);
  return rows.map((row) => row.studentId);
}
