/** SQL that reads how students stand on paths. What paths are is written by the room of paths. */
import type { StepKind } from "@verdant/core/paths/path";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface PathRow {
  readonly id: string;
  readonly classId: string;
  readonly name: string;
  readonly className: string;
  readonly timeZone: string;
  readonly courseId: string;
  readonly version: number;
  readonly archivedAt: string | null;
  readonly steps: readonly StepRow[];
  /** Who is in the class now, in the order of their names; of one student asked for, only that one. */
  readonly students: readonly { readonly id: string; readonly name: string }[];
}

export interface StepRow {
  readonly id: string;
  readonly kind: StepKind;
  readonly name: string;
  readonly releaseId: string | null;
  readonly percent: number | null;
  readonly by: "mark" | "best";
  readonly dueOn: string | null;
  readonly releaseName: string | null;
}

export interface WhichPaths {
  /** Those that are not archived and whose checks are these releases. */
  readonly checks?: readonly string[];
  readonly pathIds?: readonly string[];
  /** Those of the classes that a student is in, as they are now. */
  readonly isOfStudent?: boolean;
  readonly studentId: string | null;
}

/** Paths with their steps, and who is on them. */
export async function listPaths(db: Db, departmentId: string, which: WhichPaths): Promise<PathRow[]> {
  const { checks, pathIds, isOfStudent, studentId } = which;
  const { rows } = await sql<PathRow>`
    select path.id, path.class_id, path.name, class.name as class_name, class.course_id, path.version,
      path.archived_at, coalesce(class.time_zone, department.time_zone) as time_zone,
      (select coalesce(jsonb_agg(jsonb_build_object('id', step.id, 'kind', step.kind, 'name', step.name,
          'releaseId', step.release_id, 'percent', step.percent, 'by', step.by, 'dueOn', step.due_on,
          'releaseName', release.name) order by step.position), '[]')
        from path_step step
        left join release on release.department_id = step.department_id and release.id = step.release_id
        where step.department_id = path.department_id and step.path_id = path.id) as steps,
      (select coalesce(jsonb_agg(jsonb_build_object('id', student.id,
          'name', trim(student.given_name || ' ' || student.family_name))
          order by student.family_name, student.given_name, student.id), '[]')
        from enrolment
        join student on student.department_id = enrolment.department_id and student.id = enrolment.student_id
        where enrolment.department_id = path.department_id and enrolment.class_id = path.class_id
          and enrolment.left_on is null
          and (${studentId}::uuid is null or enrolment.student_id = ${studentId}::uuid)) as students
    from path
    join class on class.department_id = path.department_id and class.id = path.class_id
    join department on department.id = path.department_id
    where path.department_id = ${departmentId}
      ${pathIds === undefined ? sql`` : sql`and path.id = any(${[...pathIds]}::uuid[])`}
      ${
        checks === undefined
          ? sql``
          : sql`and path.archived_at is null and path.id in (
        select step.path_id from path_step step
        where step.department_id = ${departmentId} and step.release_id = any(${[...checks]}::uuid[])
          and step.kind = 'check')`
      }
      ${
        isOfStudent === true
          ? sql`and path.archived_at is null and path.class_id in (
        select class_id from enrolment
        where department_id = ${departmentId} and student_id = ${studentId} and left_on is null)`
          : sql``
      }
    order by path.created_at, path.id`.execute(db);
  return rows;
}

export async function listTicks(db: Db, departmentId: string, pathIds: readonly string[], studentId: string | null) {
  const { rows } = await sql<{ stepId: string; studentId: string; at: Date; note: string | null }>`
    select tick.step_id, tick.student_id, tick.at, tick.note
    from path_step step
    join path_tick tick on tick.department_id = step.department_id and tick.step_id = step.id
    where step.department_id = ${departmentId} and step.path_id = any(${[...pathIds]}::uuid[])
      and (${studentId}::uuid is null or tick.student_id = ${studentId}::uuid)`.execute(db);
  return rows;
}

/** The topics of everything that can come in these releases. */
export async function listReleaseTopics(db: Db, departmentId: string, releaseIds: readonly string[]) {
  const { rows } = await sql<{ releaseId: string; topicId: string }>`
    select distinct given.release_id, item.topic_id
    from release_item given
    join item on item.department_id = given.department_id and item.id = given.item_id
    where given.department_id = ${departmentId} and given.release_id = any(${[...releaseIds]}::uuid[])
      and item.topic_id is not null`.execute(db);
  return rows;
}

/** How many goes each student began at these releases, and when the last was handed in. */
export async function listGoesBegun(db: Db, departmentId: string, releaseIds: readonly string[]) {
  const { rows } = await sql<{
    releaseId: string;
    studentId: string;
    goes: number;
    running: number;
    lastHandedIn: Date | null;
  }>`
    select release_id, student_id, count(*)::int as goes, (count(*) filter (where state = 'running'))::int as running,
      max(handed_in_at) as last_handed_in
    from sitting
    where department_id = ${departmentId} and release_id = any(${[...releaseIds]}::uuid[]) and state <> 'voided'
    group by release_id, student_id`.execute(db);
  return rows;
}

/** What the standards of everything that can come in these releases say, in the wording for students where there is one. */
export async function listReleaseStandards(db: Db, departmentId: string, releaseIds: readonly string[]) {
  const { rows } = await sql<{ releaseId: string; wording: string }>`
    select given.release_id, coalesce(standard.student_wording, standard.statement) as wording
    from (select distinct release_id, item_id from release_item
      where department_id = ${departmentId} and release_id = any(${[...releaseIds]}::uuid[])) as given
    join item_standard on item_standard.department_id = ${departmentId} and item_standard.item_id = given.item_id
    join standard on standard.department_id = ${departmentId} and standard.id = item_standard.standard_id
    group by given.release_id, wording
    order by min(standard.code), wording`.execute(db);
  return rows;
}
