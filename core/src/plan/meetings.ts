/** The days on which a class meets. */
import { weekdayOf, type Day } from "./day.ts";

/** Beyond so many closed days in a row nobody looks. */
const farthest = 60;

const meets = (meetingDays: readonly number[], day: Day) =>
  meetingDays.length > 0 ? meetingDays.includes(weekdayOf(day)) : weekdayOf(day) <= 5;

/**
 * The first day from `from` on that the class meets and the school is open; `from` itself where there is none in 60 days.
 *
 * @param meetingDays weekdays, 1 is Monday; none: every day of the school week
 */
export function meetingFrom(meetingDays: readonly number[], from: Day, isClosed: (day: Day) => boolean): Day {
  for (let day = from; day < from + farthest; day++) if (meets(meetingDays, day) && !isClosed(day)) return day;
  return from;
}

/** The last day before `day` that the class met and the school was open; null where there is none in 60 days. */
export function meetingBefore(
  meetingDays: readonly number[],
  before: Day,
  isClosed: (day: Day) => boolean,
): Day | null {
  for (let day = before - 1; day >= before - farthest; day--) if (meets(meetingDays, day) && !isClosed(day)) return day;
  return null;
}
