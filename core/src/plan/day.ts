/** Local dates as whole numbers, so that forgetting can count days without clocks or time zones. */

/** Days since 1970-01-01, a local date without a zone. */
export type Day = number;

/**
 * The day number of a local date written YYYY-MM-DD.
 *
 * @example dayOf("1970-01-08") // 7
 * @throws RangeError when the text is no date
 */
export function dayOf(date: string): Day {
  const parts = /^(\d{4})-(\d{2})-(\d{2})$/.exec(date);
  const ms = parts ? Date.UTC(Number(parts[1]), Number(parts[2]) - 1, Number(parts[3])) : Number.NaN;
  const day = ms / 86_400_000;
  if (!Number.isInteger(day) || dateOf(day) !== date) throw new RangeError(`no such date: ${date}`);
  return day;
}

/** The date, YYYY-MM-DD, of a day number. */
export function dateOf(day: Day): string {
  return new Date(day * 86_400_000).toISOString().slice(0, 10);
}

/** Monday = 1 … Sunday = 7 (ISO 8601). */
export function weekdayOf(day: Day): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/** The Monday of the week in which `day` lies. */
export function mondayOf(day: Day): Day {
  return day - weekdayOf(day) + 1;
}
