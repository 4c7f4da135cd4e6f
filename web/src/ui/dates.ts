/** Dates and times as staff read them. */
import { language, t } from "../platform/words.ts";

const day = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat(language, options);
const short = day({ day: "numeric", month: "short", timeZone: "UTC" });
const long = day({ weekday: "long", day: "numeric", month: "long", timeZone: "UTC" });
const withTime = day({ weekday: "short", day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

const withYear = day({ weekday: "short", day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });

/** "3 Nov" of a local date. */
export const shortDate = (date: string) => short.format(new Date(date));
/** "Tuesday 3 November" of a local date. */
export const longDate = (date: string) => long.format(new Date(date));
/** "Tue, 3 Nov 2026" of a local date. */
export const dayWithYear = (date: string) => withYear.format(new Date(date));
/** "Tue, 3 Nov, 10:50" of a moment, in the reader's time zone. */
export const moment = (at: string) => withTime.format(new Date(at));

const withTimeAndYear = day({ day: "numeric", month: "short", year: "numeric", hour: "2-digit", minute: "2-digit" });
/** Days after which a date without its year would be taken for another. */
const longAgo = 200;
/** "Tue, 3 Nov, 10:50" of a moment near `now`, "3 Nov 2025, 10:50" of one long ago or far ahead. */
export const momentNear = (at: string, now: Date) =>
  Math.abs(Date.parse(at) - now.getTime()) > longAgo * 86_400_000 ? withTimeAndYear.format(new Date(at)) : moment(at);

/** Whole days from one local date to another. */
export const daysBetween = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);

/** "today", "yesterday", "5 days ago", "7 weeks ago". */
export function ago(date: string, today: string): string {
  const days = daysBetween(date, today);
  if (days <= 0) return t("today");
  if (days === 1) return t("yesterday");
  return days < 21
    ? t("{{count}} days ago", { count: days })
    : t("{{count}} weeks ago", { count: Math.round(days / 7) });
}

/** "today", "tomorrow", "in 5 days", "in 3 weeks". */
export function ahead(date: string, today: string): string {
  const days = daysBetween(today, date);
  if (days <= 0) return t("today");
  if (days === 1) return t("tomorrow");
  return days < 21 ? t("in {{count}} days", { count: days }) : t("in {{count}} weeks", { count: Math.round(days / 7) });
}
