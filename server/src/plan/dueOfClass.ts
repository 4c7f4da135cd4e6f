/** Every topic of a class with its standing today, and what the bank has for it. */
import { groupBy } from "@verdant/core/groupBy";
import { dayOf } from "@verdant/core/plan/day";
import { due, type TopicDue } from "@verdant/core/plan/due";
import { noMemory, type RecallMemory } from "@verdant/core/plan/remember";
import { usableItems, type UsableItems } from "../bank/index/bankIndex.ts";
import { need } from "../platform/failure.ts";
import { localDayOf } from "../platform/localDate.ts";
import type { OpenScope } from "../platform/scope.ts";
import { loadSchedules, rollUpsOf, type ClassSchedule, type ScheduledTopic } from "../courses/schedule.ts";
import { loadRecall } from "./memory.ts";
import * as store from "./store.ts";

export interface ClassDue extends ClassSchedule {
  readonly today: number;
  /** What the department's bank had when this was read. */
  readonly bank: UsableItems;
  readonly memory: RecallMemory;
  readonly topics: readonly (ScheduledTopic & TopicDue & { readonly plannedOn: number | null })[];
  /** Listed topic of the course for every topic of the bank. */
  readonly rollUp: ReadonlyMap<string, string>;
  /** Distinct families of practice items per listed topic. */
  readonly available: ReadonlyMap<string, number>;
}

/** Every topic of a class with its standing today, and what the bank has for it. */
export async function dueOfClass(scope: OpenScope, departmentId: string, classId: string): Promise<ClassDue> {
  const [due] = await dueOfClasses(scope, departmentId, [classId]);
  return need(due, "class");
}

/** The same for several classes, in the order given; as many statements as for one. */
export async function dueOfClasses(
  scope: OpenScope,
  departmentId: string,
  classIds: readonly string[],
): Promise<ClassDue[]> {
  const plans = await loadSchedules(scope, departmentId, classIds);
  if (plans.length === 0) return [];
  const courseIds = [...new Set(plans.map((plan) => plan.class.courseId))];
  const [memories, rollUps, bank, allPlanned] = await Promise.all([
    loadRecall(scope, departmentId, plans),
    rollUpsOf(scope, departmentId, courseIds),
    usableItems(scope, departmentId),
    store.listPlanned(scope.db, departmentId, classIds),
  ]);
  const planned = groupBy(allPlanned, (row) => row.classId);
  const available = new Map(
    courseIds.map((courseId) => [courseId, availableIn(bank, rollUps.get(courseId) ?? new Map())]),
  );
  return plans.map((plan) => {
    const { id, courseId, timeZone } = plan.class;
    const memory = memories.get(id) ?? noMemory;
    const today = localDayOf(scope.now(), timeZone);
    const nextPlanned = new Map([...(planned.get(id) ?? [])].reverse().map((one) => [one.topicId, dayOf(one.on)]));
    const topics = plan.topics.map((topic) => ({ ...topic, plannedOn: nextPlanned.get(topic.topicId) ?? null }));
    const standings = due(memory, topics, plan.studentIds, today, plan.taughtTo);
    return {
      ...plan,
      today,
      bank,
      rollUp: rollUps.get(courseId) ?? new Map<string, string>(),
      memory,
      topics: topics.map((topic, i) => ({ ...topic, ...(standings[i] as TopicDue) })),
      available: available.get(courseId) ?? new Map<string, number>(),
    };
  });
}

/** Distinct families of practice items per listed topic. */
function availableIn(bank: UsableItems, rollUp: ReadonlyMap<string, string>): Map<string, number> {
  const families = new Map<string, Set<string>>();
  bank.itemIds.forEach((_, i) => {
    const listed = rollUp.get(bank.topicIds[i] ?? "");
    if (listed === undefined || bank.isPractice[i] !== true) return;
    const known = families.get(listed);
    if (known) known.add(bank.families[i] ?? "");
    else families.set(listed, new Set([bank.families[i] ?? ""]));
  });
  return new Map([...families].map(([topicId, set]) => [topicId, set.size]));
}
