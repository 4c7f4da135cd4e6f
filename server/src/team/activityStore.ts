/** SQL for the audit. */
import { sql } from "kysely";
import type { Db } from "../platform/database.ts";

export async function findTimeZone(db: Db, departmentId: string): Promise<string> {
  const row = await db
    .selectFrom("department")
    .select("timeZone")
    .where("id", "=", departmentId)
    .executeTakeFirstOrThrow();
  return row.timeZone;
}

/** Deeds of members, and what the server noticed about their accounts, the newest first; what was changed in one go is one. */
export async function listDeeds(
  db: Db,
  departmentId: string,
  which: { personId: string | null; before: Date | null; limit: number },
) {
  const { rows } = await sql<{
    batchId: string;
    at: Date;
    who: string | null;
    entity: string;
    action: string;
    count: number;
    what: string | null;
  }>`
    with newest as (
      select batch_id, id, at, actor_id, entity, action, entity_id, after from history
      where department_id = ${departmentId} and (actor_kind = 'person' or (entity = 'member' and action = 'guessedAt'))
        and (${which.personId}::uuid is null or actor_id = ${which.personId})
        and (${which.before}::timestamptz is null or at < ${which.before})
      order by at desc, id desc
      limit 20000
    ),
    deeds as (
      select batch_id, max(at) as at, max(id::text collate "C") as last, (array_agg(actor_id))[1] as actor_id, entity, action, count(*)::int as count,
        (array_agg(entity_id))[1] as entity_id, (array_agg(after))[1] as after
      from newest group by batch_id, entity, action order by max(at) desc, max(id::text collate "C") desc limit ${which.limit}
    )
    select batch_id, at, person.name as who, entity, action, count,
      coalesce(
        (select 'item ' || number from item where department_id = ${departmentId} and item.id = deeds.entity_id and deeds.entity = 'item'),
        (select 'quiz ' || number from quiz where department_id = ${departmentId} and quiz.id = deeds.entity_id),
        (select name from topic where department_id = ${departmentId} and topic.id = deeds.entity_id),
        (select name from path where department_id = ${departmentId} and path.id = deeds.entity_id),
        (select name from class where department_id = ${departmentId} and class.id = deeds.entity_id),
        (select member.name from person member where member.id = deeds.entity_id and deeds.entity = 'member'),
        after ->> 'name', after ->> 'title') as what
    from deeds left join person on person.id = deeds.actor_id
    order by at desc, last collate "C" desc`.execute(db);
  return rows;
}
