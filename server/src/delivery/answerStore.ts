/** SQL for saving answers: everything in one statement, since it runs thirty times a second before the bell. */
import { CompiledQuery } from "kysely";
import type { AnswerEvent } from "@verdant/contract/delivery";
import type { Db } from "../platform/database.ts";

export type Disposition = "counted" | "late" | "rejected";

export interface Saved {
  readonly departmentId: string;
  readonly state: "running" | "handedIn" | "closed" | "voided";
  readonly epoch: number;
  readonly stored: readonly { readonly seq: number; readonly disposition: Disposition }[];
}

/**
 * $1 sitting, $2 hash of its token, $3 epoch, $4 the answers, $5 the positions seen, $6 now, $7 the last number the device has given.
 *
 * The lateral look-ups with a limit keep the planner, which takes a delivery for a hundred answers, from reading whole
 * tables for one. Planning costs twice the execution: what is given comes in as columns and JSON, whose estimates do not
 * hang on the values, so that PostgreSQL keeps one generic plan; and the text stands here once, not built at every call.
 */
const statement = `/* prepared: save_answers */
with held as (
  select department_id, id, state, epoch, deadline_at, grace_until, forward_only, $3::int as given_epoch
  from sitting where id = $1 and token_hash = $2 for share
), sent as (
  select e.*, h.department_id, h.id as sitting_id, h.forward_only, h.given_epoch,
    case
      when si.position is null then 'rejected'
      when h.state = 'running' and (h.deadline_at is null or $6::timestamptz <= h.deadline_at) then 'counted'
      when h.state in ('running', 'handedIn') and $6::timestamptz < h.grace_until
        and to_timestamp(e."clientMs" / 1000.0) <= h.deadline_at + interval '2 seconds'
        and not exists (select 1 from response_event known
          where known.department_id = h.department_id and known.sitting_id = h.id and known.epoch = h.given_epoch
            and known.queued_to < e.seq and known.received_at > to_timestamp(e."clientMs" / 1000.0) + interval '60 seconds')
      then 'late'
      else 'rejected'
    end as judged
  from held h
  cross join jsonb_to_recordset($4::jsonb)
    as e(seq int, position int, answer jsonb, revisit boolean, "spentMs" int, "clientMs" bigint)
  left join lateral (
    select si.position from sitting_item si
    where si.department_id = h.department_id and si.sitting_id = h.id and si.position = e.position limit 1
  ) si on true
), judged as (
  select sent.*, coalesce(old.disposition, case when sent.forward_only and (
      exists (select 1 from sent earlier where earlier.seq < sent.seq and earlier.position > sent.position)
      or exists (select 1 from response_event earlier
        where earlier.department_id = sent.department_id and earlier.sitting_id = sent.sitting_id
          and (earlier.epoch, earlier.seq) < (sent.given_epoch, sent.seq) and earlier.position > sent.position)
    ) then 'rejected' else sent.judged end) as disposition, old.seq is null as is_new
  from sent left join lateral (
    select old.seq, old.disposition from response_event old
    where old.department_id = sent.department_id and old.sitting_id = sent.sitting_id and old.epoch = sent.given_epoch and old.seq = sent.seq
    limit 1
  ) old on true
), stored as (
  insert into response_event (department_id, sitting_id, epoch, seq, position, body, client_ms, received_at, disposition, queued_to)
  select department_id, sitting_id, given_epoch, seq, position, answer, "clientMs", $6::timestamptz, disposition, $7::int
  from judged where is_new
  on conflict do nothing
), newest as (
  select distinct on (position) * from judged where disposition <> 'rejected' order by position, seq desc
), kept as (
  insert into response (department_id, sitting_id, position, body, epoch, seq, received_at, late)
  select department_id, sitting_id, position, answer, given_epoch, seq, $6::timestamptz, disposition = 'late' from newest
  on conflict (department_id, sitting_id, position, round) do update
    set body = excluded.body, epoch = excluded.epoch, seq = excluded.seq, received_at = excluded.received_at, late = excluded.late
    where (excluded.epoch, excluded.seq) > (response.epoch, response.seq)
), noted as (
  update sitting_item si
  set shown_at = coalesce(si.shown_at, $6::timestamptz),
      revisit = coalesce(newest.revisit, si.revisit),
      spent_ms = greatest(si.spent_ms, coalesce(newest."spentMs", 0))
  from held h
  cross join jsonb_to_recordset($5::jsonb) as seen(position int)
  left join newest on newest.position = seen.position
  where (h.state = 'running' or newest.position is not null) and si.department_id = h.department_id and si.sitting_id = h.id and si.position = seen.position
    and (si.shown_at is null or si.revisit <> coalesce(newest.revisit, si.revisit) or si.spent_ms < coalesce(newest."spentMs", 0))
)
select department_id as "departmentId", state, epoch,
  coalesce((select jsonb_agg(jsonb_build_object('seq', seq, 'disposition', disposition) order by seq) from judged), '[]') as stored
from held`;

/**
 * Stores what a device delivers and says what became of each answer; undefined when nobody's sitting has this token.
 *
 * - counted: the sitting was running and its time was not over;
 * - late: delivered after the deadline, before the grace of the sitting is over, and given in time by the device's clock
 *   (which is set by the server's): it counts too. Unless the device contradicts itself: it was heard of after the moment
 *   at which it says that the answer was given, and had not numbered it then (docs/decisions/0014);
 * - rejected: kept, counts for nothing. So is, where the sitting only goes forward, an answer to a question given after
 *   one to a later question: the numbers that the device gave them tell, not when they arrive.
 *
 * An event that comes twice keeps its first disposition. Of two devices, the one that took over last wins item by item;
 * an answer of the other gets in only where it has none: (epoch, seq) decides. The lock on the sitting makes a hand-in
 * wait for answers on their way into the database.
 */
export async function saveAnswers(
  db: Db,
  given: {
    readonly sittingId: string;
    readonly tokenHash: Buffer;
    readonly epoch: number;
    readonly events: readonly AnswerEvent[];
    readonly shown: readonly number[];
    readonly queuedTo?: number | undefined;
    readonly now: Date;
  },
): Promise<Saved | undefined> {
  const { sittingId, tokenHash, epoch, events, shown, now } = given;
  const queuedTo = given.queuedTo ?? Math.max(0, ...events.map((event) => event.seq));
  const seen = [...shown, ...events.map((event) => event.position)].map((position) => ({ position }));
  const values = [
    sittingId,
    tokenHash,
    epoch,
    JSON.stringify(events),
    JSON.stringify(seen),
    now.toISOString(),
    queuedTo,
  ];
  const result = await db.executeQuery<Saved>(CompiledQuery.raw(statement, values));
  return result.rows[0];
}
