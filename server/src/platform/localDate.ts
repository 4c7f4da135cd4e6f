/** Moments as local dates of a time zone. */
import { dateOf, dayOf, type Day } from "@verdant/core/plan/day";

/** One for each zone that there is: making one takes a hundred times as long as using it. */
const formats = new Map<string, Intl.DateTimeFormat>();

/** The local date, YYYY-MM-DD, at `moment` in an IANA time zone. */
export function localDateOf(moment: Date, timeZone: string): string {
  const format =
    formats.get(timeZone) ??
    new Intl.DateTimeFormat("en-CA", { timeZone, year: "numeric", month: "2-digit", day: "2-digit" });
  formats.set(timeZone, format);
  return format.format(moment);
}

export const localDayOf = (moment: Date, timeZone: string): Day => dayOf(localDateOf(moment, timeZone));

/** The moment at which a local date begins in an IANA time zone, to the minute; there where the clocks change, too. */
export function beginOfDay(date: string, timeZone: string): Date {
  const minute = 60_000;
  const noonInUtc = Date.parse(`${date}T12:00:00Z`);
  // The date begins within a day of its noon in UTC, whatever the zone: local dates only grow.
  let [before, from] = [noonInUtc - 40 * 60 * minute, noonInUtc + 20 * 60 * minute];
  while (from - before > minute) {
    const middle = before + Math.floor((from - before) / (2 * minute)) * minute;
    if (localDateOf(new Date(middle), timeZone) >= date) from = middle;
    else before = middle;
  }
  return new Date(from);
}

/** The moment at which the day so many days after `moment` begins in an IANA time zone. */
export const dayAfter = (moment: Date, days: number, timeZone: string): Date =>
  beginOfDay(dateOf(localDayOf(moment, timeZone) + days), timeZone);
