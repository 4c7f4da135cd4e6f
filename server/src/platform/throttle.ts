/** Slows down guessing of passwords and entry cards. Counted in PostgreSQL, so that all processes count together. */
import { sql } from "kysely";
import { Failure } from "./failure.ts";
import type { Scope } from "./scope.ts";

const windowMinutes = 15;

export interface Limit {
  readonly key: string;
  /** Failures allowed in a quarter of an hour. */
  readonly failures: number;
}

/** Fails as "too many" when any of `limits` is used up. Successes are never limited. */
export async function mustNotBeThrottled(scope: Scope, limits: readonly Limit[]): Promise<void> {
  const since = new Date(scope.now().getTime() - windowMinutes * 60_000);
  const rows = await scope.db
    .selectFrom("throttle")
    .selectAll()
    .where(
      "key",
      "in",
      limits.map((limit) => limit.key),
    )
    .where("windowStart", ">", since)
    .execute();
  if (rows.some((row) => row.failures >= (limits.find((limit) => limit.key === row.key)?.failures ?? 0))) {
    throw new Failure("tooMany", `Too many wrong tries. Wait ${windowMinutes} minutes and try again.`);
  }
}

/** Counts one failure; runs outside any transaction of the caller, so that it stays when the request fails. */
export async function countFailure(scope: Scope, limits: readonly Limit[]): Promise<void> {
  const now = scope.now();
  const since = new Date(now.getTime() - windowMinutes * 60_000);
  for (const { key } of limits) {
    await scope.db
      .insertInto("throttle")
      .values({ key, windowStart: now, failures: 1 })
      .onConflict((conflict) =>
        conflict.column("key").doUpdateSet({
          failures: sql<number>`case when throttle.window_start > ${since} then throttle.failures + 1 else 1 end`,
          windowStart: sql<Date>`case when throttle.window_start > ${since} then throttle.window_start else ${now} end`,
        }),
      )
      .execute();
  }
}
