/**
 * The demo's clock. It stands in a school term whatever day the demo is started, goes as fast as any other, waits while the
 * demo is stopped, and can be moved on. It is kept in the database, so that a restart, or another process, goes on from there.
 */
import { sql } from "kysely";
import { clockFrom } from "./config.ts";
import type { Db } from "./database.ts";

export interface DemoClock {
  readonly now: () => Date;
  /** Moves the clock on, for everybody; it never goes back, since what has been done was done then. */
  readonly moveOn: (days: number) => Promise<Date>;
  readonly stop: () => void;
}

/** How often the moment is kept, and another process's move is noticed. */
const everyMs = 10_000;

/** @param begin the moment to begin at whatever is kept, for tests and pictures */
export async function startDemoClock(db: Db, begin: string | undefined): Promise<DemoClock> {
  const kept = (await db.selectFrom("installation").select("demoNow").executeTakeFirst())?.demoNow;
  let now = clockFrom(begin ?? kept?.toISOString());
  const isTogether = begin === undefined && kept != null;
  const keep = async (moment: Date) => {
    const { rows } = await sql<{ demoNow: Date }>`
      update installation set demo_now = greatest(demo_now, ${moment}) returning demo_now`.execute(db);
    const later = rows[0]?.demoNow;
    if (later && later > now()) now = clockFrom(later.toISOString());
  };
  const timer = setInterval(() => {
    // Where the database is away for a moment, the clock goes on by itself.
    if (isTogether) void keep(now()).catch(() => undefined);
  }, everyMs);
  timer.unref();
  return {
    now: () => now(),
    moveOn: async (days) => {
      const moment = new Date(now().getTime() + days * 86_400_000);
      now = clockFrom(moment.toISOString());
      if (isTogether) await keep(moment);
      return now();
    },
    stop: () => {
      clearInterval(timer);
    },
  };
}

/**
 * Where the demo's school stands when it is loaded: half past nine on the Wednesday of the first full week of February that
 * was last, as its files are written.
 */
export function demoBegin(today: Date): Date {
  const wednesdayOf = (year: number) => {
    const second = new Date(Date.UTC(year, 1, 2, 9, 30));
    return new Date(second.getTime() + ((10 - second.getUTCDay()) % 7) * 86_400_000);
  };
  const thisYear = wednesdayOf(today.getUTCFullYear());
  return thisYear <= today ? thisYear : wednesdayOf(today.getUTCFullYear() - 1);
}
