/** SQL for what is changed while a release runs. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";
import { audienceOfRelease } from "./store.ts";

export async function listInIt(db: Db, departmentId: string, releaseId: string) {
  const { rows } = await sql<{
    studentId: string;
    name: string;
    startedAt: Date;
    deadlineAt: Date | null;
    minutesGiven: number;
    answered: number;
    questions: number;
    lastSeenAt: Date | null;
  }>`
    select student.id as student_id, student.given_name || ' ' || student.family_name as name, sitting.started_at,
      sitting.deadline_at, sitting.minutes_given, asked.answered, asked.questions, asked.last_seen_at
    from sitting
    join student on student.department_id = sitting.department_id and student.id = sitting.student_id
    cross join lateral (
      select count(*)::int as questions, count(response.position)::int as answered,
        greatest(max(response.received_at), max(item.shown_at)) as last_seen_at
      from sitting_item item
      left join response on response.department_id = item.department_id and response.sitting_id = item.sitting_id
        and response.position = item.position and response.round = 1
      where item.department_id = sitting.department_id and item.sitting_id = sitting.id
    ) as asked
    where sitting.department_id = ${departmentId} and sitting.release_id = ${releaseId} and sitting.state = 'running'
    order by student.family_name, student.given_name, student.id`.execute(db);
  return rows;
}

export interface Target {
  readonly classId: string;
  readonly groupId: string | null;
  readonly studentId: string | null;
  readonly opensAt: Date | null;
  readonly shutsAt: Date | null;
}

/** New times for the same class, group or student; or one more. What has opened stays open since then. */
export async function writeTargets(
  db: Db,
  departmentId: string,
  releaseId: string,
  targets: readonly (Target & { readonly id: string })[],
  now: Date,
): Promise<void> {
  const given = JSON.stringify(targets);
  const same = sql`target.department_id = ${departmentId} and target.release_id = ${releaseId}
    and target.class_id = given."classId" and target.group_id is not distinct from given."groupId"
    and target.student_id is not distinct from given."studentId"`;
  const asRows = sql`jsonb_to_recordset(${given}::jsonb) as given(
    id uuid, "classId" uuid, "groupId" uuid, "studentId" uuid, "opensAt" timestamptz, "shutsAt" timestamptz)`;
  await sql`
    update release_target target
    set opens_at = coalesce(given."opensAt", least(target.opens_at, ${now})), shuts_at = given."shutsAt"
    from ${asRows} where ${same}`.execute(db);
  await sql`
    insert into release_target (department_id, id, release_id, class_id, group_id, student_id, opens_at, shuts_at)
    select ${departmentId}::uuid, given.id, ${releaseId}::uuid, given."classId", given."groupId", given."studentId",
      coalesce(given."opensAt", ${now}), given."shutsAt"
    from ${asRows} where not exists (select 1 from release_target target where ${same})`.execute(db);
}

/** A release that is open for somebody again is no longer closed. */
export async function reopen(db: Db, departmentId: string, releaseId: string, now: Date): Promise<void> {
  await sql`
    update release set state = 'released', closed_at = null
    where department_id = ${departmentId} and id = ${releaseId} and state = 'closed'
      and exists (select 1 from release_target target
        where target.department_id = release.department_id and target.release_id = release.id
          and (target.shuts_at is null or target.shuts_at > ${now}))`.execute(db);
}

/**
 * Works the ends of all running sittings out again: from their start, the time limit with what each student has besides,
 * the minutes given, and the closing time of the most particular target. Whose end is past is closed by the clock.
 *
 * @param rules.limit minutes before access arrangements; null: none
 * @param rules.allowanceMs what comes in over a slow network does not count
 */
export async function moveDeadlines(
  db: Db,
  departmentId: string,
  releaseId: string,
  rules: { readonly limit: number | null; readonly graceMinutes: number; readonly allowanceMs: number },
): Promise<void> {
  await sql`
    update sitting
    set deadline_at = due.deadline_at,
      grace_until = due.deadline_at + make_interval(mins => ${rules.graceMinutes}::int)
    from (
      select running.id, least(
        running.started_at + make_interval(mins => ceil(${rules.limit}::float8
          * (1 + coalesce((enrolment.arrangements ->> 'extraTimePercent')::float8, 0) / 100))::int + running.minutes_given,
          secs => ${rules.allowanceMs / 1000}::float8),
        target.shuts_at) as deadline_at
      from sitting running
      left join enrolment on enrolment.department_id = running.department_id and enrolment.class_id = running.class_id
        and enrolment.student_id = running.student_id
      cross join lateral (
        select target.shuts_at from release_target target
        where target.department_id = running.department_id and target.release_id = running.release_id
          and target.class_id = running.class_id
          and (target.student_id is null or target.student_id = running.student_id)
          and (target.group_id is null or exists (
            select 1 from student_group_member member
            where member.department_id = target.department_id and member.group_id = target.group_id
              and member.student_id = running.student_id))
        order by (target.student_id is not null) desc, (target.group_id is not null) desc
        limit 1
      ) as target
      where running.department_id = ${departmentId} and running.release_id = ${releaseId} and running.state = 'running'
    ) as due
    where sitting.department_id = ${departmentId} and sitting.id = due.id and sitting.state = 'running'
      and sitting.deadline_at is distinct from due.deadline_at`.execute(db);
}

/** More minutes for who is in a go that has an end; returns whose. */
export async function addMinutes(
  db: Db,
  departmentId: string,
  releaseId: string,
  studentIds: readonly string[],
  minutes: number,
): Promise<string[]> {
  const { rows } = await sql<{ studentId: string }>`
    update sitting set minutes_given = minutes_given + ${minutes}
    where department_id = ${departmentId} and release_id = ${releaseId} and state = 'running' and deadline_at is not null
      and student_id = any(${[...studentIds]}::uuid[])
    returning student_id`.execute(db);
  return rows.map((row) => row.studentId);
}

export interface SaidMessage {
  readonly departmentId: string;
  readonly id: string;
  readonly releaseId: string;
  readonly text: string | null;
  readonly by: string;
  readonly at: Date;
}

export async function insertMessage(db: Db, message: SaidMessage): Promise<void> {
  await db
    .insertInto("releaseMessage")
    .values({ ...message, takenBackAt: null, studentId: null, saidId: null })
    .execute();
}

/** Says it to each of `studentIds` who has the release or has begun it; returns to whom. */
export async function insertMessageTo(
  db: Db,
  { departmentId, id, releaseId, text, by, at }: SaidMessage,
  studentIds: readonly string[],
): Promise<string[]> {
  const { rows } = await sql<{ studentId: string }>`
    insert into release_message (department_id, id, release_id, text, by, at, student_id, said_id)
    select ${departmentId}::uuid, gen_random_uuid(), ${releaseId}::uuid, ${text}, ${by}::uuid, ${at}, audience.student_id,
      ${id}::uuid
    from release cross join lateral (${audienceOfRelease}) as audience
    where release.department_id = ${departmentId} and release.id = ${releaseId}
      and audience.student_id = any(${[...studentIds]}::uuid[])
    returning student_id`.execute(db);
  return rows.map((row) => row.studentId);
}

export async function takeBackMessage(
  db: Db,
  departmentId: string,
  releaseId: string,
  messageId: string,
  at: Date,
): Promise<boolean> {
  const done = await db
    .updateTable("releaseMessage")
    .set({ takenBackAt: at })
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .where((eb) => eb.or([eb("id", "=", messageId), eb("saidId", "=", messageId)]))
    .returning("id")
    .execute();
  return done.length > 0;
}

/** What has been said to a student about these releases and not taken back, the newest first. */
export async function listMessagesTo(db: Db, departmentId: string, studentId: string, releaseIds: readonly string[]) {
  return db
    .selectFrom("releaseMessage")
    .select(["id", "releaseId", "text", "at"])
    .where("departmentId", "=", departmentId)
    .where(sql<boolean>`release_id = any(${[...releaseIds]}::uuid[])`)
    .where((eb) => eb.or([eb("studentId", "is", null), eb("studentId", "=", studentId)]))
    .where("takenBackAt", "is", null)
    .orderBy("at", "desc")
    .limit(200)
    .execute();
}

/** Releases for any of a student's classes about which something was said since then; whether to them is not asked. */
export async function listSpokenOf(db: Db, departmentId: string, studentId: string, since: Date): Promise<string[]> {
  const { rows } = await sql<{ releaseId: string }>`
    select distinct target.release_id
    from enrolment
    join release_target target on target.department_id = enrolment.department_id
      and target.class_id = enrolment.class_id
    where enrolment.department_id = ${departmentId} and enrolment.student_id = ${studentId} and enrolment.left_on is null
      and exists (select 1 from release_message message
        where message.department_id = target.department_id and message.release_id = target.release_id
          and message.at >= ${since} and message.text is not null and message.taken_back_at is null)`.execute(db);
  return rows.map((row) => row.releaseId);
}

/** What has been said about a release and not taken back, the newest first, and to whom; null: to everybody. */
export async function listSaid(db: Db, departmentId: string, releaseId: string) {
  const { rows } = await sql<{ id: string; text: string | null; at: Date; to: string[] | null }>`
    select coalesce(message.said_id, message.id) as id, message.text, message.at,
      array_agg(student.given_name || ' ' || student.family_name order by student.family_name, student.given_name)
        filter (where student.id is not null) as to
    from release_message message
    left join student on student.department_id = message.department_id and student.id = message.student_id
    where message.department_id = ${departmentId} and message.release_id = ${releaseId}
      and message.taken_back_at is null
    group by coalesce(message.said_id, message.id), message.text, message.at
    order by message.at desc limit 200`.execute(db);
  return rows;
}

/** What may have changed for whoever holds a sitting's token: one short statement, since all of a class ask it. */
export async function findNews(db: Db, sittingId: string, tokenHash: Buffer) {
  const { rows } = await sql<{
    departmentId: string;
    releaseId: string;
    state: "running" | "handedIn" | "closed" | "voided";
    deadlineAt: Date | null;
    helpAt: Date | null;
    messages: { id: string; text: string | null; at: string }[];
  }>`
    select sitting.department_id, sitting.release_id, sitting.state, sitting.deadline_at, presence.help_at,
      coalesce((
        select jsonb_agg(jsonb_build_object('id', message.id, 'text', message.text, 'at', message.at)
          order by message.at desc)
        from (
          select id, text, at from release_message
          where release_message.department_id = sitting.department_id
            and release_message.release_id = sitting.release_id and taken_back_at is null
            and (release_message.student_id is null or release_message.student_id = sitting.student_id)
          order by at desc limit 5
        ) as message), '[]') as messages
    from sitting
    left join sitting_presence presence on presence.department_id = sitting.department_id
      and presence.sitting_id = sitting.id
    where sitting.id = ${sittingId} and sitting.token_hash = ${tokenHash}`.execute(db);
  return rows[0];
}
