/** How many items of each topic a review of a given length takes: breadth first. */

import { apportion, repeatWorth } from "./apportion.ts";

export interface MixTopic {
  /** Importance x (1 - recall), 0 or more. */
  readonly need: number;
  /** Not seen for so long that it comes first whatever its need. */
  readonly neglected: boolean;
  readonly unseenDays: number;
  /** Usable items of different families that the bank has for it. */
  readonly available: number;
}

/**
 * Items per topic, at most `total` in all.
 *
 * Every topic gets one (neglected ones first, then by need) before any gets a second; second and further items follow
 * {@link apportion} up to `cap`. The cap does not depend on `total`, so asking for one more item never takes a topic out.
 *
 * @param cap most items of one topic, 1 or more
 * @throws RangeError when `total` is no whole number of 0 or more
 */
export function mix(total: number, topics: readonly MixTopic[], cap = 2): number[] {
  const order = [...topics.keys()].sort((i, j) => {
    const [a, b] = [topics[i] as MixTopic, topics[j] as MixTopic];
    return Number(b.neglected) - Number(a.neglected) || b.need - a.need || b.unseenDays - a.unseenDays || i - j;
  });
  const first = new Set(order.filter((i) => (topics[i] as MixTopic).available > 0).slice(0, total));
  const further = apportion(
    total - first.size,
    topics.map((topic, index) => ({
      weight: first.has(index) ? topic.need * repeatWorth : 0,
      floor: 0,
      cap: Math.min(cap, topic.available) - 1,
      unseenDays: topic.unseenDays,
    })),
  );
  return topics.map((_, index) => (first.has(index) ? 1 : 0) + (further[index] ?? 0));
}
