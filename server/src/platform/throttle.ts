/** Makes guessing of passwords and entry cards dear. Counted in PostgreSQL, so that all processes count together. */
import { sql } from "kysely";
import { Failure } from "./failure.ts";
import { hashOf } from "./id.ts";
import type { Scope } from "./scope.ts";
import { newWork, solvedBy } from "./work.ts";

const windowMinutes = 15;

export interface Limit {
  readonly key: string;
  /** Tries in a quarter of an hour that cost nothing. */
  readonly failures: number;
}

/**
 * Takes one try of each limit. Counted before it is known whether the try is right, in one statement, so that of four
 * hundred at once no more are free than of four hundred in turn; a right one gives it back. Beyond a limit a try costs
 * its browser some work (see {@link file://./work.ts}): nobody is refused for what others did, and nobody guesses for free.
 * Outside any transaction of the caller, so that it stays when the request fails.
 *
 * @param whenBeyond called by the very try that is the first to go beyond a limit
 */
export async function takeTry(
  scope: Scope,
  limits: readonly Limit[],
  whenBeyond: (limit: Limit) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const tries = await count(
    scope,
    limits.map((limit) => limit.key),
  );
  for (const limit of limits) if (tries.get(limit.key) === limit.failures + 1) await whenBeyond(limit);
  const ratio = Math.max(0, ...limits.map(({ key, failures }) => (tries.get(key) ?? 0) / failures));
  if (ratio > 1) await mustHaveWorked(scope, ratio);
}

/** Fails as "too many" whatever the browser would do for it: for what only makes more, not for getting in. */
export async function takeTurn(scope: Scope, limit: Limit): Promise<void> {
  const tries = await count(scope, [limit.key]);
  if ((tries.get(limit.key) ?? 0) > limit.failures) throw new Failure("tooManyFromHere", { minutes: windowMinutes });
}

async function mustHaveWorked(scope: Scope, ratio: number): Promise<void> {
  const solved = scope.work === undefined ? null : solvedBy(scope, scope.now(), scope.work);
  if (solved) {
    const key = `work ${hashOf(solved.challenge).toString("base64url")}`;
    if ((await count(scope, [key])).get(key) === 1) return;
  }
  throw new Failure("tooManyWrongTries", { minutes: windowMinutes }, { work: newWork(scope, scope.now(), ratio) });
}

async function count(scope: Scope, keys: readonly string[]): Promise<ReadonlyMap<string, number>> {
  const now = scope.now();
  const since = new Date(now.getTime() - windowMinutes * 60_000);
  const { rows } = await sql<{ key: string; failures: number }>`
    insert into throttle (key, window_start, failures)
    select key, ${now}, 1 from unnest(${[...new Set(keys)].sort()}::text[]) as key
    on conflict (key) do update set
      failures = case when throttle.window_start > ${since} then throttle.failures + 1 else 1 end,
      window_start = case when throttle.window_start > ${since} then throttle.window_start else ${now} end
    returning key, failures`.execute(scope.db);
  return new Map(rows.map((row) => [row.key, row.failures]));
}

/** The try was right: it counts for nothing. */
export async function giveBack(scope: Scope, limits: readonly Limit[]): Promise<void> {
  await scope.db
    .updateTable("throttle")
    .set((eb) => ({ failures: eb("failures", "-", 1) }))
    .where(
      "key",
      "in",
      limits.map((limit) => limit.key),
    )
    .where("failures", ">", 0)
    .execute();
}
