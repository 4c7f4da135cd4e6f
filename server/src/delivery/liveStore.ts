/** SQL for a release while it runs: who is where, who is there, who watches. */
import type { Answer } from "@verdant/core/items/kinds";
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export interface LiveGo {
  readonly studentId: string;
  readonly sittingId: string;
  readonly ordinal: number;
  readonly state: "running" | "handedIn" | "closed";
  readonly deadlineAt: Date | null;
  readonly minutesGiven: number;
  readonly handedInAt: Date | null;
  readonly heardAt: Date | null;
  readonly atPosition: number | null;
  readonly helpAt: Date | null;
}

/** The newest go of each student; of these sittings only, where they are given. */
export async function listNewestGoes(
  db: Db,
  departmentId: string,
  releaseId: string,
  sittingIds?: readonly string[],
): Promise<LiveGo[]> {
  const { rows } = await sql<LiveGo>`
    select distinct on (sitting.student_id) sitting.student_id, sitting.id as sitting_id, sitting.ordinal, sitting.state,
      sitting.deadline_at, sitting.minutes_given, sitting.handed_in_at, presence.heard_at, presence.at_position,
      presence.help_at
    from sitting
    left join sitting_presence presence on presence.department_id = sitting.department_id
      and presence.sitting_id = sitting.id
    where sitting.department_id = ${departmentId} and sitting.release_id = ${releaseId} and sitting.state <> 'voided'
      ${sittingIds ? sql`and sitting.id = any(${[...sittingIds]}::uuid[])` : sql``}
    order by sitting.student_id, sitting.ordinal desc`.execute(db);
  return rows;
}

export interface LiveAnswer {
  readonly sittingId: string;
  readonly position: number;
  readonly itemId: string;
  /** It is, or was, before the student: told with an answer, or by the device that is at it. */
  readonly isSeen: boolean;
  readonly answer: Answer | null;
  /** When the server heard of it last, in milliseconds; null: never. */
  readonly heardMs: number | null;
}

type Packed = readonly [
  position: number,
  itemId: string,
  isSeen: boolean,
  answer: Answer | null,
  heardMs: number | null,
];

/**
 * The questions of these sittings, with what was answered; packed, since a whole year may sit in one release. Sitting by
 * sitting through the indexes, so that it costs what these sittings hold and not what the tables do.
 */
export async function listLiveAnswers(
  db: Db,
  departmentId: string,
  sittingIds: readonly string[],
): Promise<LiveAnswer[]> {
  const { rows } = await sql<{ sittingId: string; answers: readonly Packed[] }>`
    select given.id as sitting_id, coalesce(asked.answers, '[]') as answers
    from unnest(${[...sittingIds]}::uuid[]) as given(id)
    left join sitting_presence presence on presence.department_id = ${departmentId} and presence.sitting_id = given.id
    cross join lateral (
      select json_agg(json_build_array(item.position, item.item_id,
        item.shown_at is not null or response.received_at is not null
          or coalesce(presence.at_position = item.position, false),
        response.body, floor(extract(epoch from greatest(item.shown_at, response.received_at)) * 1000)
      ) order by item.position) as answers
      from sitting_item item
      left join lateral (
        select body, received_at from response
        where department_id = item.department_id and sitting_id = item.sitting_id and position = item.position
          and round = 1
        limit 1
      ) as response on true
      where item.department_id = ${departmentId} and item.sitting_id = given.id
    ) as asked`.execute(db);
  return rows.flatMap(({ sittingId, answers }) =>
    answers.map(([position, itemId, isSeen, answer, heardMs]) => ({
      ...{ sittingId, position, itemId, isSeen, answer, heardMs },
    })),
  );
}

/** A go that was handed in is under way again. */
export async function reopenGo(db: Db, departmentId: string, sittingId: string): Promise<void> {
  await db
    .updateTable("sitting")
    .set({ state: "running", handedInAt: null, graceUntil: null, points: null })
    .where("departmentId", "=", departmentId)
    .where("id", "=", sittingId)
    .execute();
}

export interface Heard {
  readonly departmentId: string;
  readonly sittingId: string;
  readonly heardAt: Date;
  readonly atPosition: number | null;
}

/** Notes that these devices were heard of; what is older than what is known, or of no sitting any more, changes nothing. */
export async function writePresence(db: Db, heard: readonly Heard[]): Promise<void> {
  await sql`
    insert into sitting_presence (department_id, sitting_id, heard_at, at_position)
    select given."departmentId", given."sittingId", given."heardAt", given."atPosition"
    from jsonb_to_recordset(${JSON.stringify(heard)}::jsonb)
      as given("departmentId" uuid, "sittingId" uuid, "heardAt" timestamptz, "atPosition" int)
    join sitting on sitting.department_id = given."departmentId" and sitting.id = given."sittingId"
    order by given."sittingId"
    on conflict (department_id, sitting_id) do update
      set heard_at = excluded.heard_at, at_position = coalesce(excluded.at_position, sitting_presence.at_position)
      where sitting_presence.heard_at < excluded.heard_at`.execute(db);
}

/** Notes that a student asks for help, or no longer does; returns since when. */
export async function setHelp(
  db: Db,
  { departmentId, sittingId }: { departmentId: string; sittingId: string },
  now: Date,
  asks: boolean,
): Promise<Date | null> {
  const helpAt = asks ? now : null;
  const { rows } = await sql<{ helpAt: Date | null }>`
    insert into sitting_presence (department_id, sitting_id, heard_at, help_at)
    values (${departmentId}, ${sittingId}, ${now}, ${helpAt})
    on conflict (department_id, sitting_id) do update
      set help_at = case when ${asks} then coalesce(sitting_presence.help_at, excluded.help_at) end
    returning help_at`.execute(db);
  return rows[0]?.helpAt ?? null;
}

/** A teacher looks at a release until then. */
export async function noteWatch(db: Db, departmentId: string, releaseId: string, until: Date): Promise<void> {
  await sql`
    insert into release_watch (department_id, release_id, watched_until)
    values (${departmentId}, ${releaseId}, ${until})
    on conflict (department_id, release_id) do update
      set watched_until = greatest(release_watch.watched_until, excluded.watched_until)`.execute(db);
}

export async function isWatched(db: Db, departmentId: string, releaseId: string, now: Date): Promise<boolean> {
  const row = await db
    .selectFrom("releaseWatch")
    .select("watchedUntil")
    .where("departmentId", "=", departmentId)
    .where("releaseId", "=", releaseId)
    .executeTakeFirst();
  return row !== undefined && row.watchedUntil > now;
}
