/** Every topic of a class with its standing today, and what the bank has for it. */
import { dayOf } from "@verdant/core/plan/day";
import { due, type TopicDue } from "@verdant/core/plan/due";
import type { ClassMemory } from "@verdant/core/plan/remember";
import { listStudentIds } from "../courses/listClasses.ts";
import { localDayOf } from "../platform/localDate.ts";
import type { OpenScope } from "../platform/scope.ts";
import { loadPlan, rollUpOf, type LoadedPlan, type LoadedTopic } from "./loadPlan.ts";
import { loadMemory } from "./memory.ts";
import * as store from "./store.ts";

export interface ClassDue extends LoadedPlan {
  readonly today: number;
  readonly studentIds: readonly string[];
  readonly memory: ClassMemory;
  readonly topics: readonly (LoadedTopic & TopicDue & { readonly plannedOn: number | null })[];
  /** Listed topic of the course for every topic of the bank. */
  readonly rollUp: ReadonlyMap<string, string>;
  /** Distinct families of practice items per listed topic. */
  readonly available: ReadonlyMap<string, number>;
}

/** Every topic of a class with its standing today, and what the bank has for it. */
export async function dueOfClass(scope: OpenScope, departmentId: string, classId: string): Promise<ClassDue> {
  const plan = await loadPlan(scope, departmentId, classId);
  const [memory, studentIds, rollUp, bank] = await Promise.all([
    loadMemory(scope, departmentId, classId),
    listStudentIds(scope, departmentId, classId),
    rollUpOf(scope, departmentId, plan.class.courseId),
    scope.bank.usableItems(departmentId),
  ]);
  const today = localDayOf(scope.now(), plan.class.timeZone);
  const planned = await store.listPlanned(scope.db, departmentId, classId);
  const nextPlanned = new Map([...planned].reverse().map((one) => [one.topicId, dayOf(one.on)]));
  const topics = plan.topics.map((topic) => ({ ...topic, plannedOn: nextPlanned.get(topic.topicId) ?? null }));
  const standings = due(memory, topics, studentIds, today, plan.taughtTo);
  const families = new Map<string, Set<string>>();
  bank.itemIds.forEach((_, i) => {
    const listed = rollUp.get(bank.topicIds[i] ?? "");
    if (listed === undefined || bank.isPractice[i] !== true) return;
    families.set(listed, (families.get(listed) ?? new Set<string>()).add(bank.families[i] ?? ""));
  });
  return {
    ...plan,
    today,
    studentIds,
    rollUp,
    memory,
    topics: plan.topics.map((topic, i) => ({
      ...topic,
      ...(standings[i] as TopicDue),
      plannedOn: nextPlanned.get(topic.topicId) ?? null,
    })),
    available: new Map([...families].map(([topicId, set]) => [topicId, set.size])),
  };
}
