/** Dates and times as staff read them. */

const day = (options: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat("en-GB", options);
const short = day({ day: "numeric", month: "short", timeZone: "UTC" });
const long = day({ weekday: "long", day: "numeric", month: "long", timeZone: "UTC" });
const withTime = day({ weekday: "short", day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });

/** "3 Nov" of a local date. */
export const shortDate = (date: string) => short.format(new Date(date));
/** "Tuesday 3 November" of a local date. */
export const longDate = (date: string) => long.format(new Date(date));
/** "Tue, 3 Nov, 10:50" of a moment, in the reader's time zone. */
export const moment = (at: string) => withTime.format(new Date(at));

/** Whole days from one local date to another. */
export const daysBetween = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);

/** "today", "yesterday", "5 days ago", "7 weeks ago". */
export function ago(date: string, today: string): string {
  const days = daysBetween(date, today);
  if (days <= 0) return "today";
  if (days === 1) return "yesterday";
  return days < 21 ? `${days} days ago` : `${Math.round(days / 7)} weeks ago`;
}

/** "today", "tomorrow", "in 5 days", "in 3 weeks". */
export function ahead(date: string, today: string): string {
  const days = daysBetween(today, date);
  if (days <= 0) return "today";
  if (days === 1) return "tomorrow";
  return days < 21 ? `in ${days} days` : `in ${Math.round(days / 7)} weeks`;
}

/** "1 question", "3 questions". */
export const counted = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;
