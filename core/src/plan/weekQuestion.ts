/** The one question of the week that keeps a plan true: was what the schedule says taught? */

import { mondayOf, weekdayOf, type Day } from "./day.ts";

export interface ScheduledTopic {
  /** What the plan goes by; null: not scheduled. */
  readonly taughtOn: Day | null;
  /** Somebody has said so already. */
  readonly isSaid: boolean;
}

/**
 * The topic to ask about: of those that the schedule alone takes as taught in the week of `today`, the last. Asked from
 * Friday to Sunday; undefined on other days, and when nothing is open.
 */
export function askedThisWeek<T extends ScheduledTopic>(topics: readonly T[], today: Day): T | undefined {
  if (weekdayOf(today) < 5) return undefined;
  const monday = mondayOf(today);
  const isOpen = ({ taughtOn, isSaid }: T) => !isSaid && taughtOn !== null && taughtOn >= monday && taughtOn <= today;
  return topics.filter(isOpen).sort((a, b) => (b.taughtOn ?? 0) - (a.taughtOn ?? 0))[0];
}
