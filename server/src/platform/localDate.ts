/** Moments as local dates of a time zone. */
import { dayOf, type Day } from "@verdant/core/plan/day";

/** The local date, YYYY-MM-DD, at `moment` in an IANA time zone. */
export function localDateOf(moment: Date, timeZone: string): string {
  return new Intl.DateTimeFormat("en-CA", { timeZone, year: "numeric", month: "2-digit", day: "2-digit" }).format(
    moment,
  );
}

export const localDayOf = (moment: Date, timeZone: string): Day => dayOf(localDateOf(moment, timeZone));
