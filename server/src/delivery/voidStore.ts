/** SQL for goes that are taken out and brought back. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

/** More goes than one page can choose from; nobody's release has them. */
const most = 5000;

export async function listGoes(db: Db, departmentId: string, releaseId: string) {
  const { rows } = await sql<{
    sittingId: string;
    name: string;
    ordinal: number;
    isRunning: boolean;
    handedInAt: Date | null;
    points: number | null;
    outOf: number;
  }>`
    select sitting.id as sitting_id, trim(student.given_name || ' ' || student.family_name) as name, sitting.ordinal,
      sitting.state = 'running' as is_running, sitting.handed_in_at, sitting.points, sitting.out_of
    from sitting
    join student on student.department_id = sitting.department_id and student.id = sitting.student_id
    where sitting.department_id = ${departmentId} and sitting.release_id = ${releaseId} and sitting.state <> 'voided'
    order by student.family_name, student.given_name, student.id, sitting.ordinal
    limit ${most}`.execute(db);
  return rows;
}

export async function listVoided(db: Db, departmentId: string, releaseId: string) {
  const { rows } = await sql<{
    sittingId: string;
    name: string;
    reason: string;
    by: string;
    at: Date;
    mayComeBack: boolean;
  }>`
    select sitting.id as sitting_id, trim(student.given_name || ' ' || student.family_name) as name, voided.reason,
      person.name as by, voided.at,
      not exists (select 1 from sitting later
        where later.department_id = sitting.department_id and later.release_id = sitting.release_id
          and later.student_id = sitting.student_id and later.state <> 'voided'
          and later.started_at > voided.at) as may_come_back
    from sitting
    join voided_go voided on voided.department_id = sitting.department_id and voided.sitting_id = sitting.id
      and voided.brought_back_at is null
    join student on student.department_id = sitting.department_id and student.id = sitting.student_id
    join person on person.id = voided.by
    where sitting.department_id = ${departmentId} and sitting.release_id = ${releaseId} and sitting.state = 'voided'
    order by voided.at desc
    limit ${most}`.execute(db);
  return rows;
}

/** Why a go was taken out; undefined: it was not. */
export function findVoided(db: Db, departmentId: string, sittingId: string) {
  return db
    .selectFrom("voidedGo")
    .select(["at", "reason", "state"])
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("broughtBackAt", "is", null)
    .executeTakeFirst();
}

/** What was taken out of a student's goes at these releases, the newest first. */
export function listVoidedOf(db: Db, departmentId: string, studentId: string, releaseIds: readonly string[]) {
  return db
    .selectFrom("sitting")
    .innerJoin("voidedGo", (join) =>
      join
        .onRef("voidedGo.departmentId", "=", "sitting.departmentId")
        .onRef("voidedGo.sittingId", "=", "sitting.id")
        .on("voidedGo.broughtBackAt", "is", null),
    )
    .select(["sitting.releaseId", "voidedGo.at", "voidedGo.reason"])
    .where("sitting.departmentId", "=", departmentId)
    .where("sitting.studentId", "=", studentId)
    .where("sitting.state", "=", "voided")
    .where(sql<boolean>`sitting.release_id = any(${[...releaseIds]}::uuid[])`)
    .orderBy("voidedGo.at", "desc")
    .limit(50)
    .execute();
}

interface Go {
  readonly departmentId: string;
  readonly releaseId: string;
  readonly studentId: string;
  readonly sittingId: string;
}

/** Takes the number of a go from it; those that came later, and what was given for them, move up. */
export async function takeOut(db: Db, go: Go & { readonly ordinal: number; readonly last: number }): Promise<void> {
  const { departmentId, releaseId, studentId, sittingId, ordinal, last } = go;
  await sql`
    update sitting set state = 'voided', ordinal = (
      select least(min(other.ordinal), 1) - 1 from sitting other
      where other.department_id = ${departmentId} and other.release_id = ${releaseId} and other.student_id = ${studentId})
    where department_id = ${departmentId} and id = ${sittingId}`.execute(db);
  // Who has the last go back has what opened it too.
  if (ordinal === last) return;
  for (const table of ["go_ahead", "reflection"] as const)
    await sql`
      delete from ${sql.table(table)}
      where department_id = ${departmentId} and release_id = ${releaseId} and student_id = ${studentId}
        and ordinal = ${ordinal}`.execute(db);
  for (let next = ordinal + 1; next <= last + 1; next++) await renumber(db, go, next, next - 1);
}

/** Gives a go its number back; those that came later move down. */
export async function putBack(
  db: Db,
  go: Go & { readonly ordinal: number; readonly last: number; readonly state: "running" | "handedIn" | "closed" },
): Promise<void> {
  const { departmentId, sittingId, ordinal, last, state } = go;
  for (let next = last + 1; next >= ordinal; next--) await renumber(db, go, next, next + 1);
  await sql`
    update sitting set state = ${state}, ordinal = ${ordinal}
    where department_id = ${departmentId} and id = ${sittingId}`.execute(db);
}

async function renumber(db: Db, { departmentId, releaseId, studentId }: Go, from: number, to: number): Promise<void> {
  for (const table of ["sitting", "go_ahead", "reflection"] as const)
    await sql`
      update ${sql.table(table)} set ordinal = ${to}
      where department_id = ${departmentId} and release_id = ${releaseId} and student_id = ${studentId}
        and ordinal = ${from}`.execute(db);
}

export async function insertVoided(
  db: Db,
  row: {
    departmentId: string;
    id: string;
    sittingId: string;
    at: Date;
    reason: string;
    by: string;
    ordinal: number;
    state: "running" | "handedIn" | "closed";
  },
): Promise<void> {
  await db.insertInto("voidedGo").values(row).execute();
}

export async function setBroughtBack(db: Db, departmentId: string, sittingId: string, at: Date): Promise<void> {
  await db
    .updateTable("voidedGo")
    .set({ broughtBackAt: at })
    .where("departmentId", "=", departmentId)
    .where("sittingId", "=", sittingId)
    .where("broughtBackAt", "is", null)
    .execute();
}

/** How each question of a go was marked last. */
export async function listMarks(db: Db, departmentId: string, sittingId: string) {
  const { rows } = await sql<{ position: number; credit: number }>`
    select distinct on (position) position, credit from mark
    where department_id = ${departmentId} and sitting_id = ${sittingId}
    order by position, version desc`.execute(db);
  return rows;
}
