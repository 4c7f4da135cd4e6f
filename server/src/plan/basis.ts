/** What a class's memory is worked out with besides its evidence: when each topic was taught, and to whom otherwise. */
import { createHash } from "node:crypto";
import type { ClassSchedule } from "../courses/schedule.ts";

/** By topic: the day it counts as taught, its number of standards, and the days said of single students. */
type Basis = Readonly<Record<string, readonly unknown[]>>;

export interface KnownBasis {
  readonly value: Basis;
  readonly text: string;
  /** Equal when the bases are. */
  readonly digest: string;
}

export function basisOf(schedule: ClassSchedule): KnownBasis {
  const own = new Map<string, [string, number | null][]>();
  for (const [key, day] of schedule.ownDays) {
    const [studentId = "", topicId = ""] = key.split(" ");
    own.set(topicId, [...(own.get(topicId) ?? []), [studentId, day]]);
  }
  const listed = [...schedule.topics].sort((a, b) => (a.topicId < b.topicId ? -1 : 1));
  const value: Basis = Object.fromEntries(
    listed.map(({ topicId, taughtOn, standards }) => [topicId, [taughtOn, standards, (own.get(topicId) ?? []).sort()]]),
  );
  const text = JSON.stringify(value);
  return { value, text, digest: createHash("sha256").update(text).digest("base64url") };
}

/** The topics whose evidence says something else with one basis than with the other. */
export function movedTopics(before: Basis, after: Basis): string[] {
  const same = (topicId: string) => JSON.stringify(before[topicId]) === JSON.stringify(after[topicId]);
  return [...new Set([...Object.keys(before), ...Object.keys(after)])].filter((topicId) => !same(topicId));
}
