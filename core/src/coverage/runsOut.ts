/** When what a class has not met yet is used up by the returns to come. */
import type { Day } from "../plan/day.ts";

/**
 * The first return for which fewer than `itemsPerReturn` unseen items are left; null when it lasts.
 *
 * @param returns days of the returns to come, ascending
 * @param unseen items of different families that the class has not met
 * @param itemsPerReturn at least 1
 */
export function runsOut(returns: readonly Day[], unseen: number, itemsPerReturn: number): Day | null {
  return returns[Math.floor(unseen / itemsPerReturn)] ?? null;
}
