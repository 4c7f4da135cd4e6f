/** When each topic of a unit counts as taught: what is scheduled is taken as done until somebody says otherwise. */

import { weekdayOf, type Day } from "./day.ts";

export interface Schedule {
  readonly from: Day;
  readonly to: Day;
  /** ISO weekdays, 1 to 7, on which the class meets; with none, Monday to Friday. */
  readonly meetingDays: readonly number[];
  /** Days on which the school is closed, both ends included. */
  readonly closed: readonly { readonly from: Day; readonly to: Day }[];
}

/**
 * The last lesson day of each of `count` topics that share the lessons of one planned unit evenly, in order.
 *
 * With fewer lessons than topics several topics share a day; with no lesson at all, every topic falls on the last day.
 *
 * @throws RangeError when the schedule ends before it begins
 */
export function taughtDays(schedule: Schedule, count: number): Day[] {
  if (schedule.to < schedule.from) throw new RangeError("a unit cannot end before it begins");
  const lessons = lessonDays(schedule);
  if (lessons.length === 0) return Array.from({ length: count }, () => schedule.to);
  return Array.from({ length: count }, (_, index) => {
    const lesson = Math.max(0, Math.ceil(((index + 1) * lessons.length) / count) - 1);
    return lessons[lesson] ?? schedule.to;
  });
}

function lessonDays({ from, to, meetingDays, closed }: Schedule): Day[] {
  const days = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  const meets = (day: Day) => (meetingDays.length > 0 ? meetingDays.includes(weekdayOf(day)) : weekdayOf(day) <= 5);
  return days.filter((day) => meets(day) && !closed.some((span) => day >= span.from && day <= span.to));
}
