/** SQL for the marks of a class. Goes are delivery's; here they are read. */
import type { Rules } from "@verdant/core/delivery/rules";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** The newest releases of a class with what each weighs there, the newest first; and how many there are. */
export async function listReleases(db: Db, departmentId: string, classId: string, limit: number) {
  const { rows } = await sql<{
    id: string;
    name: string;
    rules: Rules;
    opensAt: Date;
    shutsAt: Date | null;
    weight: number | null;
    total: number;
  }>`
    select release.id, release.name, release.rules, given.opens_at, given.shuts_at, mark_weight.weight,
      count(*) over ()::int as total
    from (
      select release_id, min(opens_at) as opens_at,
        case when bool_or(shuts_at is null) then null else max(shuts_at) end as shuts_at
      from release_target where department_id = ${departmentId} and class_id = ${classId}
      group by release_id
    ) as given
    join release on release.department_id = ${departmentId} and release.id = given.release_id
    left join mark_weight on mark_weight.department_id = ${departmentId} and mark_weight.class_id = ${classId}
      and mark_weight.release_id = release.id
    order by given.opens_at desc, release.id desc
    limit ${limit}`.execute(db);
  return rows;
}

/** To whom of the class each of these releases was given, otherwise than to all. */
export async function listGivenTo(db: Db, departmentId: string, classId: string, releaseIds: readonly string[]) {
  const { rows } = await sql<{ releaseId: string; studentId: string | null }>`
    select distinct target.release_id, coalesce(target.student_id, member.student_id) as student_id
    from release_target target
    left join student_group_member member on member.department_id = target.department_id
      and member.group_id = target.group_id
    where target.department_id = ${departmentId} and target.class_id = ${classId}
      and target.release_id = any(${[...releaseIds]}::uuid[])
      and (target.group_id is null or member.student_id is not null)`.execute(db);
  return rows;
}

/** Goes of these students at these releases, each student's in the order they were taken. */
export async function listGoes(
  db: Db,
  departmentId: string,
  releaseIds: readonly string[],
  studentIds: readonly string[],
) {
  const { rows } = await sql<{
    id: string;
    releaseId: string;
    studentId: string;
    isRunning: boolean;
    points: number;
    outOf: number;
    handedInAt: Date | null;
  }>`
    select id, release_id, student_id, state = 'running' as is_running, coalesce(points, 0) as points, out_of,
      handed_in_at
    from sitting
    where department_id = ${departmentId} and release_id = any(${[...releaseIds]}::uuid[])
      and student_id = any(${[...studentIds]}::uuid[]) and state <> 'voided'
    order by ordinal`.execute(db);
  return rows;
}

/** The release, if it was given to the class or to somebody of it. */
export function findOfClass(db: Db, departmentId: string, classId: string, releaseId: string) {
  return db
    .selectFrom("releaseTarget")
    .select("releaseId")
    .where("departmentId", "=", departmentId)
    .where("classId", "=", classId)
    .where("releaseId", "=", releaseId)
    .limit(1)
    .executeTakeFirst();
}

export function listExcused(db: Db, departmentId: string, releaseIds: readonly string[]) {
  return db
    .selectFrom("excused")
    .select(["releaseId", "studentId", "reason"])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`release_id = any(${[...releaseIds]}::uuid[])`)
    .execute();
}

export async function setWeight(
  db: Db,
  key: { departmentId: string; classId: string; releaseId: string },
  weight: number | null,
): Promise<void> {
  if (weight === null)
    await db
      .deleteFrom("markWeight")
      .where("departmentId", "=", key.departmentId)
      .where("classId", "=", key.classId)
      .where("releaseId", "=", key.releaseId)
      .execute();
  else
    await db
      .insertInto("markWeight")
      .values({ ...key, weight })
      .onConflict((conflict) => conflict.columns(["departmentId", "classId", "releaseId"]).doUpdateSet({ weight }))
      .execute();
}

export async function upsertExcused(
  db: Db,
  deed: { departmentId: string; releaseId: string; reason: string; by: string; at: Date },
  studentIds: readonly string[],
): Promise<void> {
  await db
    .insertInto("excused")
    .values(studentIds.map((studentId) => ({ ...deed, studentId })))
    .onConflict((conflict) =>
      conflict
        .columns(["departmentId", "releaseId", "studentId"])
        .doUpdateSet({ reason: deed.reason, by: deed.by, at: deed.at }),
    )
    .execute();
}

/** Returns who was excused. */
export function deleteExcused(db: Db, departmentId: string, releaseId: string, studentIds: readonly string[]) {
  return db
    .deleteFrom("excused")
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where(sql<boolean>`student_id = any(${[...studentIds]}::uuid[])`)
    .returning(["studentId", "reason"])
    .execute();
}

/** Why a student was excused is no longer said; that they were stays. */
export async function forgetWords(
  db: Db,
  { departmentId, studentId }: { readonly departmentId: string; readonly studentId: string },
): Promise<void> {
  await db
    .updateTable("excused")
    .set({ reason: "" })
    .where("departmentId", "=", departmentId)
    .where("studentId", "=", studentId)
    .execute();
}
