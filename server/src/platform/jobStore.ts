/** SQL for the queue of jobs. Its tables are those of the package that keeps them; here they are read only. */
import { CompiledQuery, sql } from "kysely";
import type { Db } from "./database.ts";

export interface QueueState {
  readonly name: string;
  readonly waiting: number;
  readonly running: number;
  /** Waiting for another try. */
  readonly again: number;
  readonly failed: number;
}

export interface FailedJob {
  readonly queue: string;
  readonly id: string;
  readonly subject: string;
  readonly departmentId: string;
  readonly tries: number;
  readonly at: Date;
  readonly reason: string;
  /** No further try is made until somebody asks for it. */
  readonly isOver: boolean;
}

/** False when another process holds it; given back with the transaction. */
export async function tryLock(db: Db, name: string): Promise<boolean> {
  const { rows } = await sql<{
    got: boolean;
  }>`select pg_try_advisory_xact_lock(hashtextextended(${name}, 0)) as got`.execute(db);
  return rows[0]?.got === true;
}

/** Subjects of what waits or runs, and of what has failed for good less than an hour ago. */
export async function listAsked(db: Db, queue: string): Promise<string[]> {
  const { rows } = await sql<{ subject: string }>`
    select singleton_key as subject from pgboss.job
    where name = ${queue} and singleton_key is not null
      and (state < 'completed' or (state = 'failed' and completed_on > now() - interval '1 hour'))`.execute(db);
  return rows.map((row) => row.subject);
}

/** What the package writes with, so that it joins an open transaction. */
export const executorOf = (db: Db) => ({
  executeSql: async (text: string, values: unknown[]) => {
    const { rows } = await db.withoutPlugins().executeQuery(CompiledQuery.raw(text, values));
    return { rows: rows };
  },
});

export async function listStates(db: Db): Promise<QueueState[]> {
  const { rows } = await sql<QueueState>`
    select queue.name, count(*) filter (where state = 'created')::int as waiting,
      count(*) filter (where state = 'active')::int as running,
      count(*) filter (where state = 'retry')::int as again,
      count(*) filter (where state = 'failed')::int as failed
    from pgboss.queue left join pgboss.job on job.name = queue.name and state <> 'completed'
    where queue.name not like '\\_\\_%'
    group by queue.name order by queue.name`.execute(db);
  return rows;
}

export async function listFailed(db: Db): Promise<FailedJob[]> {
  const { rows } = await sql<FailedJob>`
    select name as queue, id, coalesce(singleton_key, '') as subject, coalesce(data ->> 'departmentId', '') as department_id,
      retry_count + 1 as tries, coalesce(completed_on, started_on) as at, coalesce(output ->> 'reason', output ->> 'message', '') as reason,
      state = 'failed' as is_over
    from pgboss.job
    where state in ('retry', 'failed') and name not like '\\_\\_%'
    order by coalesce(completed_on, started_on) desc nulls last
    limit 100`.execute(db);
  return rows;
}
