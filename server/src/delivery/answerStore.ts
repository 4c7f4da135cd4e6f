/** SQL for saving answers: everything in one statement, since it runs thirty times a second before the bell. */
import { CompiledQuery } from "kysely";
import type { AnswerEvent } from "@verdant/contract/delivery";
import type { Db } from "../platform/database.ts";

export type Disposition = "counted" | "late" | "rejected";

/** What a device delivers for one sitting. */
export interface Delivery {
  readonly sittingId: string;
  readonly tokenHash: Buffer;
  readonly epoch: number;
  readonly events: readonly AnswerEvent[];
  readonly shown: readonly number[];
  /** The last number that the device has given to an answer; absent: the last one of these. */
  readonly queuedTo?: number | undefined;
  readonly now: Date;
}

export interface Saved {
  readonly departmentId: string;
  readonly releaseId: string;
  readonly state: "running" | "handedIn" | "closed" | "voided";
  readonly epoch: number;
  readonly stored: readonly { readonly seq: number; readonly disposition: Disposition }[];
}

/** Keeps a planner, which takes what is given as JSON for a hundred rows, from reading whole tables for a few. */
const few = (column: string) => `${column} between 0 and 1000000`;

/**
 * $1 the deliveries, each with its number n; $2 their answers; $3 the positions seen.
 *
 * Planning costs twice the execution: what is given comes in as JSON, whose estimates do not hang on the values, so that
 * PostgreSQL keeps one generic plan; and the text stands here once, not built at every call.
 *
 * @param lock what is done about a sitting that somebody else holds, such as its hand-in: waited for, or left out
 */
const statement = (name: string, lock: "" | "skip locked") => `/* prepared: ${name} */
with held as (
  select g.n, s.department_id, s.release_id, s.id, s.state, s.epoch, s.deadline_at, s.grace_until, s.forward_only,
    g.epoch as given_epoch, g.now, g."queuedTo" as queued_to
  from jsonb_to_recordset($1::jsonb)
    as g(n int, "sittingId" uuid, "tokenHash" text, epoch int, "queuedTo" int, now timestamptz)
  join sitting s on s.token_hash = decode(g."tokenHash", 'hex') and s.id = g."sittingId"
  where ${few("g.n")} for share of s ${lock}
), sent as (
  select e.*, h.department_id, h.id as sitting_id, h.forward_only, h.given_epoch, h.now, h.queued_to,
    case
      when si.position is null or si.looked_at > 0 then 'rejected'
      when h.state = 'running' and (h.deadline_at is null or h.now <= h.deadline_at) then 'counted'
      when h.state in ('running', 'handedIn') and h.now < h.grace_until
        and to_timestamp(e."clientMs" / 1000.0) <= h.deadline_at + interval '2 seconds'
        and not exists (select 1 from response_event known
          where known.department_id = h.department_id and known.sitting_id = h.id and known.epoch = h.given_epoch
            and known.queued_to < e.seq and known.received_at > to_timestamp(e."clientMs" / 1000.0) + interval '60 seconds')
      then 'late'
      else 'rejected'
    end as judged
  from held h
  join jsonb_to_recordset($2::jsonb)
    as e(n int, seq int, position int, answer jsonb, revisit boolean, "spentMs" int, "clientMs" bigint)
    on e.n = h.n and ${few("e.n")}
  left join lateral (
    select si.position, si.looked_at from sitting_item si
    where si.department_id = h.department_id and si.sitting_id = h.id and si.position = e.position limit 1
  ) si on true
), judged as (
  select sent.*, coalesce(old.disposition, case when sent.forward_only and (
      exists (select 1 from sent earlier
        where earlier.n = sent.n and earlier.seq < sent.seq and earlier.position > sent.position)
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
  select department_id, sitting_id, given_epoch, seq, position, answer, "clientMs", now, disposition, queued_to
  from judged where is_new
  on conflict do nothing
), newest as (
  select distinct on (sitting_id, position) * from judged where disposition <> 'rejected' order by sitting_id, position, seq desc
), kept as (
  insert into response (department_id, sitting_id, position, body, epoch, seq, received_at, late)
  select department_id, sitting_id, position, answer, given_epoch, seq, now, disposition = 'late' from newest
  on conflict (department_id, sitting_id, position, round) do update
    set body = excluded.body, epoch = excluded.epoch, seq = excluded.seq, received_at = excluded.received_at, late = excluded.late
    where (excluded.epoch, excluded.seq) > (response.epoch, response.seq)
), noted as (
  update sitting_item si
  set shown_at = coalesce(si.shown_at, h.now),
      revisit = coalesce(newest.revisit, si.revisit),
      spent_ms = greatest(si.spent_ms, coalesce(newest."spentMs", 0))
  from held h
  join jsonb_to_recordset($3::jsonb) as seen(n int, position int) on seen.n = h.n and ${few("seen.n")}
  left join newest on newest.n = seen.n and newest.position = seen.position
  where (h.state = 'running' or newest.position is not null) and si.department_id = h.department_id and si.sitting_id = h.id and si.position = seen.position
    and (si.shown_at is null or si.revisit <> coalesce(newest.revisit, si.revisit) or si.spent_ms < coalesce(newest."spentMs", 0))
)
select held.n, held.department_id as "departmentId", held.release_id as "releaseId", held.state, held.epoch, coalesce(told.stored, '[]') as stored
from held left join (
  select n, jsonb_agg(jsonb_build_object('seq', seq, 'disposition', disposition) order by seq) as stored from judged group by n
) told on told.n = held.n`;

const waiting = statement("save_answers", "");
const skipping = statement("save_free_answers", "skip locked");

/**
 * Stores what devices deliver and says what became of each answer: for each delivery what was saved, or undefined when
 * nobody's sitting has its token. No sitting may stand in it twice.
 *
 * - counted: the sitting was running and its time was not over;
 * - late: delivered after the deadline, before the grace of the sitting is over, and given in time by the device's clock
 *   (which is set by the server's): it counts too. Unless the device contradicts itself: it was heard of after the moment
 *   at which it says that the answer was given, and had not numbered it then (docs/decisions/0014);
 * - rejected: kept, counts for nothing. So is an answer to a question that was looked at, and, where the sitting only goes forward, an answer to a question given after
 *   one to a later question: the numbers that the device gave them tell, not when they arrive.
 *
 * An event that comes twice keeps its first disposition. Of two devices, the one that took over last wins item by item;
 * an answer of the other gets in only where it has none: (epoch, seq) decides. The lock on the sitting makes a hand-in
 * wait for answers on their way into the database.
 *
 * @param held what is done about a sitting that is just being handed in: its delivery waits, or is left undefined
 */
export async function saveAnswers(
  db: Db,
  deliveries: readonly Delivery[],
  held: "waits" | "isLeftOut",
): Promise<readonly (Saved | undefined)[]> {
  const given = deliveries.map(({ sittingId, tokenHash, epoch, events, queuedTo, now }, n) => ({
    n,
    sittingId,
    tokenHash: tokenHash.toString("hex"),
    epoch,
    queuedTo: queuedTo ?? Math.max(0, ...events.map((event) => event.seq)),
    now: now.toISOString(),
  }));
  const events = deliveries.flatMap((delivery, n) => delivery.events.map((event) => ({ n, ...event })));
  const seen = deliveries.flatMap((delivery, n) =>
    [...delivery.shown, ...delivery.events.map((event) => event.position)].map((position) => ({ n, position })),
  );
  const values = [given, events, seen].map((value) => JSON.stringify(value));
  const text = held === "waits" ? waiting : skipping;
  const { rows } = await db.executeQuery<Saved & { readonly n: number }>(CompiledQuery.raw(text, values));
  const saved = new Map(rows.map(({ n, ...one }) => [n, one]));
  return deliveries.map((_, n) => saved.get(n));
}
