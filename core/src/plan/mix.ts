/** How many items of each topic a review of a given length takes: breadth first. */

import { apportion, repeatWorth } from "./apportion.ts";

export interface MixTopic {
  /** Due comes before what only keeps well. */
  readonly isDue: boolean;
  /** Importance x (1 - recall), 0 or more. */
  readonly need: number;
  /** Not seen for so long that it comes first whatever its need. */
  readonly neglected: boolean;
  readonly unseenDays: number;
  /** Usable items of different families that the bank has for it. */
  readonly available: number;
}

/**
 * The places of `topics` in the order in which they get their first item: what is due before what is not; among the due
 * what is neglected, then by need; among the others the longest rested, so that no topic that is well remembered comes
 * back week after week while another waits.
 */
export function precedenceOf(topics: readonly MixTopic[]): number[] {
  return [...topics.keys()].sort((i, j) => {
    const [a, b] = [topics[i] as MixTopic, topics[j] as MixTopic];
    if (a.isDue !== b.isDue) return Number(b.isDue) - Number(a.isDue);
    return a.isDue
      ? Number(b.neglected) - Number(a.neglected) || b.need - a.need || b.unseenDays - a.unseenDays || i - j
      : b.unseenDays - a.unseenDays || b.need - a.need || i - j;
  });
}

/**
 * Items per topic, at most `total` in all.
 *
 * Every topic gets one, in the order of {@link precedenceOf}, before any gets a second; second and further items follow
 * {@link apportion} up to `cap`. The cap does not depend on `total`, so asking for more only adds.
 *
 * @param cap most items of one topic, 1 or more
 * @throws RangeError when `total` is no whole number of 0 or more
 */
export function mix(total: number, topics: readonly MixTopic[], cap = 2): number[] {
  const order = precedenceOf(topics);
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

/**
 * The topics in the order in which {@link mix} gives them items, at most `total`: its first n entries are the mix of n.
 */
export function mixSequence(total: number, topics: readonly MixTopic[], cap = 2): number[] {
  const sequence: number[] = [];
  let before = topics.map(() => 0);
  for (let n = 1; n <= total; n++) {
    const now = mix(n, topics, cap);
    const at = now.findIndex((count, i) => count > (before[i] ?? 0));
    if (at < 0) break;
    sequence.push(at);
    before = now;
  }
  return sequence;
}
