/** How well a class recalled its topics on days that have passed, as its plan said on their mornings. */
import { dayOf, type Day } from "@verdant/core/plan/day";
import { meanRecall } from "@verdant/core/plan/due";
import { noMemory, rememberAll } from "@verdant/core/plan/remember";
import { loadSchedule } from "../courses/schedule.ts";
import type { Scope } from "../platform/scope.ts";
import { piecesOf } from "./foldMemory.ts";
import * as store from "./memoryStore.ts";

/**
 * Mean recall of the class, by day and topic, from the answers of the days before. With the calendar and the class as they
 * are now: what was corrected since is right here too. Costs what the class has answered, each answer once.
 */
export async function recallOn(
  scope: Scope,
  departmentId: string,
  classId: string,
  days: readonly Day[],
): Promise<ReadonlyMap<Day, ReadonlyMap<string, number>>> {
  const [schedule, evidence] = await Promise.all([
    loadSchedule(scope, departmentId, classId),
    store.listEvidenceFrom(scope.db, departmentId, classId, 0),
  ]);
  // Of one day in the order in which they were taken in.
  const inOrder = evidence
    .map((row) => ({ ...row, day: dayOf(row.on) }))
    .sort((a, b) => a.day - b.day || a.seq - b.seq);
  const found = new Map<Day, ReadonlyMap<string, number>>();
  let [memory, taken] = [noMemory, 0];
  for (const day of [...new Set(days)].sort((a, b) => a - b)) {
    const from = taken;
    while ((inOrder[taken]?.day ?? day) < day) taken++;
    memory = rememberAll(memory, piecesOf(inOrder.slice(from, taken), schedule));
    const recalled = schedule.topics.flatMap((topic) => {
      const mean = meanRecall(memory, topic, schedule.studentIds, day, schedule.taughtTo);
      return mean === null ? [] : [[topic.topicId, mean] as const];
    });
    found.set(day, new Map(recalled));
  }
  return found;
}
