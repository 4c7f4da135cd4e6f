/** SQL for the figures of items that the bank is searched by. */
import { sql, type RawBuilder } from "kysely";
import type { Db } from "../platform/database.ts";
import { firstAnswers } from "../platform/firstAnswers.ts";

const newestIn = (department: RawBuilder<unknown>) => sql<Date | null>`date_trunc('milliseconds', greatest(
  (select at from mark where department_id = ${department} order by at desc limit 1),
  (select started_at from sitting where department_id = ${department} order by started_at desc limit 1),
  (select greatest(at, brought_back_at) from voided_go where department_id = ${department}
    order by greatest(at, brought_back_at) desc limit 1)))`;

/** Departments with answers or sittings that their figures do not know yet. */
export async function listBehind(db: Db, besides: readonly string[], limit: number): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select department.id from department
    left join stats_through on stats_through.department_id = department.id
    where department.id <> all(${[...besides]}::uuid[])
      and ${newestIn(sql.ref("department.id"))} > coalesce(stats_through.through, '-infinity')
    limit ${limit}`.execute(db);
  return rows.map((row) => row.id);
}

/** The newest moment of an answer or a sitting; null: there is none yet. */
export async function findNewest(db: Db, departmentId: string): Promise<Date | null> {
  const { rows } = await sql<{
    at: Date | null;
  }>`select ${newestIn(sql`${departmentId}::uuid`)} as at`.execute(db);
  return rows[0]?.at ?? null;
}

/** The moment up to which the figures know what was answered; nobody else moves it meanwhile. */
export async function lockThrough(db: Db, departmentId: string): Promise<Date> {
  await sql`insert into stats_through values (${departmentId}, '1970-01-01') on conflict do nothing`.execute(db);
  const row = await db
    .selectFrom("statsThrough")
    .select("through")
    .where("departmentId", "=", departmentId)
    .forUpdate()
    .executeTakeFirstOrThrow();
  return row.through;
}

export async function moveThrough(db: Db, departmentId: string, through: Date): Promise<void> {
  await db.updateTable("statsThrough").set({ through }).where("departmentId", "=", departmentId).execute();
}

/** Items that were marked or given after `since`. */
export async function listTouchedItems(db: Db, departmentId: string, since: Date): Promise<string[]> {
  const { rows } = await sql<{ itemId: string }>`
    select si.item_id from mark
    join sitting_item si on si.department_id = mark.department_id and si.sitting_id = mark.sitting_id
      and si.position = mark.position
    where mark.department_id = ${departmentId} and mark.at > ${since}
    union
    select si.item_id from sitting
    join sitting_item si on si.department_id = sitting.department_id and si.sitting_id = sitting.id
    where sitting.department_id = ${departmentId} and sitting.started_at > ${since}
    union
    select si.item_id from voided_go
    join sitting_item si on si.department_id = voided_go.department_id and si.sitting_id = voided_go.sitting_id
    where voided_go.department_id = ${departmentId}
      and greatest(voided_go.at, voided_go.brought_back_at) > ${since}`.execute(db);
  return rows.map((row) => row.itemId);
}

export interface ItemFigures {
  readonly itemId: string;
  readonly answers: number;
  readonly creditSum: number;
  readonly agreement: number | null;
  readonly uses: number;
  readonly students: number;
  readonly lastUsedOn: string | null;
}

/**
 * First answers to the lineage of each item's newest revision, with the mean credit of the other questions of that
 * sitting; null where there was no other. The one query behind agreement and exposure.
 */
export function answersWithRest(db: Db, departmentId: string, itemIds: readonly string[]) {
  const ids = sql`${[...itemIds]}::uuid[]`;
  const answered = firstAnswers(db, departmentId)
    .where((eb) =>
      eb(
        "si.sittingId",
        "in",
        eb
          .selectFrom("sittingItem as with")
          .where("with.departmentId", "=", departmentId)
          .where(sql<boolean>`"with".item_id = any(${ids})`)
          .select("with.sittingId"),
      ),
    )
    .select(["si.itemId", "asMarked.parameterId", "sitting.releaseId", "sitting.classId", "mark.credit"])
    .select(sql<number>`(sum(mark.credit) over whole - mark.credit) / nullif(count(*) over whole - 1, 0)`.as("rest"))
    .modifyEnd(sql`window whole as (partition by si.sitting_id)`);
  return sql`
    select answered.item_id, answered.release_id, answered.class_id, answered.credit, answered.rest
    from (${answered}) as answered
    join item on item.department_id = ${departmentId} and item.id = answered.item_id
    join item_revision newest on newest.department_id = item.department_id and newest.id = item.latest_revision_id
      and answered.parameter_id = newest.parameter_id
    where answered.item_id = any(${ids})`;
}

/**
 * The figures of items as the answers give them now. Agreement is the correlation of credit and the share of the other
 * questions, each less its mean in that release, so that quizzes of unequal difficulty can be put together.
 */
export async function computeFigures(db: Db, departmentId: string, itemIds: readonly string[]): Promise<ItemFigures[]> {
  const { rows } = await sql<ItemFigures>`
    with own as (
      select item_id, credit, credit - avg(credit) over alike as credit_off, rest - avg(rest) over alike as rest_off
      from (${answersWithRest(db, departmentId, itemIds)}) as answered
      window alike as (partition by item_id, release_id)
    ),
    results as (
      select item_id, count(*)::int as answers, sum(credit) as credit_sum,
        case when count(rest_off) >= 5 then corr(credit_off, rest_off) end as agreement
      from own group by item_id
    ),
    given as (
      select si.item_id, count(distinct sitting.release_id)::int as uses, count(distinct sitting.student_id)::int as students,
        max((sitting.started_at at time zone department.time_zone)::date)::text as last_used_on
      from sitting_item si
      join sitting on sitting.department_id = si.department_id and sitting.id = si.sitting_id
      join class on class.department_id = sitting.department_id and class.id = sitting.class_id and not class.rehearsal
      join department on department.id = si.department_id
      where si.department_id = ${departmentId} and si.item_id = any(${[...itemIds]}::uuid[]) and sitting.state <> 'voided'
      group by si.item_id
    )
    select given.item_id, coalesce(answers, 0) as answers, coalesce(credit_sum, 0) as credit_sum, agreement,
      uses, students, last_used_on
    from given left join results using (item_id)
    order by given.item_id`.execute(db);
  return rows;
}

/** Keeps the figures that differ from those that were kept; returns how many did. */
export async function upsertFigures(
  db: Db,
  departmentId: string,
  figures: readonly ItemFigures[],
  changeSeq: number,
): Promise<number> {
  const column = <K extends keyof ItemFigures>(key: K) => figures.map((row) => row[key]);
  const done = await sql`
    insert into item_stats (department_id, item_id, answers, credit_sum, agreement, uses, students, last_used_on, change_seq)
    select ${departmentId}::uuid, item_id, answers, credit_sum, agreement, uses, students, last_used_on, ${changeSeq}
    from unnest(${column("itemId")}::uuid[], ${column("answers")}::int[], ${column("creditSum")}::float8[],
      ${column("agreement")}::float8[], ${column("uses")}::int[], ${column("students")}::int[],
      ${column("lastUsedOn")}::date[])
      as figure(item_id, answers, credit_sum, agreement, uses, students, last_used_on)
    on conflict (department_id, item_id) do update set answers = excluded.answers, credit_sum = excluded.credit_sum,
      agreement = excluded.agreement, uses = excluded.uses, students = excluded.students,
      last_used_on = excluded.last_used_on, change_seq = excluded.change_seq
    where (item_stats.answers, item_stats.credit_sum, item_stats.agreement, item_stats.uses, item_stats.students,
        item_stats.last_used_on)
      is distinct from (excluded.answers, excluded.credit_sum, excluded.agreement, excluded.uses, excluded.students,
        excluded.last_used_on)`.execute(db);
  return Number(done.numAffectedRows ?? 0);
}
