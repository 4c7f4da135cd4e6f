/** SQL for what opens a go. Of one student, or of all where `studentId` is null. */
import type { ReflectionQuestion } from "@verdant/core/delivery/rules";
import type { Rules } from "@verdant/core/delivery/rules";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface Which {
  readonly departmentId: string;
  readonly releaseIds: readonly string[];
  readonly studentId: string | null;
}

export function listGoAheads(db: Db, { departmentId, releaseIds, studentId }: Which) {
  return db
    .selectFrom("goAhead")
    .select(["releaseId", "studentId", "ordinal"])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`release_id = any(${[...releaseIds]}::uuid[])`)
    .$if(studentId !== null, (query) => query.where("studentId", "=", studentId))
    .execute();
}

export function listReflections(db: Db, { departmentId, releaseIds, studentId }: Which) {
  return db
    .selectFrom("reflection")
    .select(["releaseId", "studentId", "ordinal", "answers"])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`release_id = any(${[...releaseIds]}::uuid[])`)
    .$if(studentId !== null, (query) => query.where("studentId", "=", studentId))
    .execute();
}

/** Goes that are handed in at these releases, each student's in the order they were taken. */
export async function listGoesHandedIn(db: Db, { departmentId, releaseIds, studentId }: Which) {
  const { rows } = await sql<{
    releaseId: string;
    studentId: string;
    points: number;
    outOf: number;
    handedInAt: Date;
  }>`
    select sitting.release_id, sitting.student_id, coalesce(sitting.points, 0) as points, sitting.out_of,
      sitting.handed_in_at
    from sitting
    where sitting.department_id = ${departmentId} and sitting.release_id = any(${[...releaseIds]}::uuid[])
      and sitting.state in ('handedIn', 'closed')
      and (${studentId}::uuid is null or sitting.student_id = ${studentId}::uuid)
    order by sitting.ordinal`.execute(db);
  return rows;
}

/** What these releases are called, and their rules: once each, however many goes there are. */
export function listRules(db: Db, departmentId: string, releaseIds: readonly string[]) {
  return db
    .selectFrom("release")
    .select(["id as releaseId", "name", "rules"])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`id = any(${[...releaseIds]}::uuid[])`)
    .$narrowType<{ rules: Rules }>()
    .execute();
}

/** Everybody a release is for, and how far their goes are; in the order of their names. */
export async function listAudience(db: Db, departmentId: string, releaseId: string) {
  const { rows } = await sql<{
    studentId: string;
    name: string;
    className: string;
    timeZone: string;
    goes: number;
    running: number;
    lastHandedIn: Date | null;
    lastShare: number | null;
  }>`
    select distinct on (student.family_name, student.given_name, student.id) student.id as student_id,
      student.given_name || ' ' || student.family_name as name, class.name as class_name,
      coalesce(class.time_zone, department.time_zone) as time_zone, taken.goes, taken.running, taken.last_handed_in,
      taken.last_share
    from release_target target
    join class on class.department_id = target.department_id and class.id = target.class_id
    join department on department.id = class.department_id
    join enrolment on enrolment.department_id = target.department_id and enrolment.class_id = target.class_id
      and enrolment.left_on is null
    join student on student.department_id = enrolment.department_id and student.id = enrolment.student_id
    cross join lateral (
      select count(*)::int as goes, (count(*) filter (where state = 'running'))::int as running,
        max(handed_in_at) as last_handed_in,
        (array_agg(coalesce(points, 0) / nullif(out_of, 0) order by ordinal desc)
          filter (where state <> 'running'))[1]::float8 as last_share
      from sitting
      where sitting.department_id = target.department_id and sitting.release_id = target.release_id
        and sitting.student_id = student.id and sitting.state <> 'voided'
    ) as taken
    where target.department_id = ${departmentId} and target.release_id = ${releaseId}
      and (target.student_id is null or target.student_id = student.id)
      and (target.group_id is null or exists (
        select 1 from student_group_member member
        where member.department_id = target.department_id and member.group_id = target.group_id
          and member.student_id = student.id))
    order by student.family_name, student.given_name, student.id`.execute(db);
  return rows;
}

/** For the next go of each of these students that has none under way. */
export async function insertGoAheads(
  db: Db,
  deed: { departmentId: string; releaseId: string; by: string; wordId: string | null; at: Date },
  studentIds: readonly string[],
): Promise<string[]> {
  const { departmentId, releaseId, by, wordId, at } = deed;
  const { rows } = await sql<{ studentId: string }>`
    insert into go_ahead (department_id, release_id, student_id, ordinal, by, word_id, at)
    select ${departmentId}::uuid, ${releaseId}::uuid, given.student_id, taken.goes + 1, ${by}::uuid, ${wordId}::uuid, ${at}
    from unnest(${[...studentIds]}::uuid[]) as given (student_id)
    cross join lateral (
      select count(*)::int as goes, count(*) filter (where state = 'running') as running
      from sitting
      where department_id = ${departmentId} and release_id = ${releaseId} and sitting.student_id = given.student_id
        and state <> 'voided'
    ) as taken
    where taken.running = 0
    on conflict do nothing
    returning student_id`.execute(db);
  return rows.map((row) => row.studentId);
}

/** Of goes that were begun they stay: what happened, happened. */
export async function deleteGoAheads(
  db: Db,
  departmentId: string,
  releaseId: string,
  studentIds: readonly string[],
): Promise<string[]> {
  const { rows } = await sql<{ studentId: string }>`
    delete from go_ahead
    where department_id = ${departmentId} and release_id = ${releaseId}
      and student_id = any(${[...studentIds]}::uuid[])
      and not exists (
        select 1 from sitting
        where sitting.department_id = go_ahead.department_id and sitting.release_id = go_ahead.release_id
          and sitting.student_id = go_ahead.student_id and sitting.ordinal >= go_ahead.ordinal)
    returning student_id`.execute(db);
  return rows.map((row) => row.studentId);
}

export async function insertOpeningWord(
  db: Db,
  word: { departmentId: string; id: string; releaseId: string; word: string; by: string; at: Date; until: Date },
): Promise<void> {
  await db.insertInto("openingWord").values(word).execute();
}

/** The newest word of a release that still opens. */
export function findOpeningWord(db: Db, departmentId: string, releaseId: string, now: Date) {
  return db
    .selectFrom("openingWord")
    .select(["id", "word", "by", "until"])
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where("until", ">", now)
    .orderBy("until", "desc")
    .limit(1)
    .executeTakeFirst();
}

export async function hasUsedWord(db: Db, departmentId: string, wordId: string, studentId: string): Promise<boolean> {
  const row = await db
    .selectFrom("goAhead")
    .select("ordinal")
    .where("departmentId", "=", departmentId)
    .where("wordId", "=", wordId)
    .where("studentId", "=", studentId)
    .executeTakeFirst();
  return row !== undefined;
}

export async function upsertReflection(
  db: Db,
  key: { departmentId: string; releaseId: string; studentId: string; ordinal: number },
  answers: Readonly<Record<string, string>>,
  at: Date,
): Promise<void> {
  const written = { answers: JSON.stringify(answers), at };
  await db
    .insertInto("reflection")
    .values({ ...key, ...written })
    .onConflict((conflict) =>
      conflict.columns(["departmentId", "releaseId", "studentId", "ordinal"]).doUpdateSet(written),
    )
    .execute();
}

export async function findReflectionForm(db: Db, departmentId: string): Promise<readonly ReflectionQuestion[] | null> {
  const { rows } = await sql<{ questions: readonly ReflectionQuestion[] | null }>`
    select settings -> 'reflectionForm' as questions from department where id = ${departmentId}`.execute(db);
  return rows[0]?.questions ?? null;
}

export async function updateReflectionForm(
  db: Db,
  departmentId: string,
  questions: readonly ReflectionQuestion[],
): Promise<void> {
  await sql`
    update department
    set settings = settings || jsonb_build_object('reflectionForm', ${JSON.stringify(questions)}::jsonb)
    where id = ${departmentId}`.execute(db);
}
