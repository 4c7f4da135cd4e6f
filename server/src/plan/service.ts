/** What is due in a class, and why. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/plan";
import { bandOf } from "@verdant/core/plan/band";
import { dateOf } from "@verdant/core/plan/day";
import { due, type TopicDue } from "@verdant/core/plan/due";
import { listStudentIds } from "../courses/service.ts";
import { localDayOf } from "../platform/localDate.ts";
import type { Member, Scope } from "../platform/scope.ts";
import { loadPlan, rollUpOf, type LoadedPlan, type LoadedTopic } from "./loadPlan.ts";
import { loadMemory } from "./memory.ts";
import * as store from "./store.ts";

export interface ClassDue extends LoadedPlan {
  readonly today: number;
  readonly studentIds: readonly string[];
  readonly topics: readonly (LoadedTopic & TopicDue)[];
  /** Listed topic of the course for every topic of the bank. */
  readonly rollUp: ReadonlyMap<string, string>;
  /** Distinct families of practice items per listed topic. */
  readonly available: ReadonlyMap<string, number>;
}

/** Every topic of a class with its standing today, and what the bank has for it. */
export async function dueOfClass(scope: Scope, departmentId: string, classId: string): Promise<ClassDue> {
  const plan = await loadPlan(scope, departmentId, classId);
  const [memory, studentIds, rollUp, bank] = await Promise.all([
    loadMemory(scope, departmentId, classId),
    listStudentIds(scope, departmentId, classId),
    rollUpOf(scope, departmentId, plan.class.courseId),
    scope.bank.usableItems(departmentId),
  ]);
  const today = localDayOf(scope.now(), plan.class.timeZone);
  const standings = due(memory, plan.topics, studentIds, today);
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
    topics: plan.topics.map((topic, i) => ({ ...topic, ...(standings[i] as TopicDue) })),
    available: new Map([...families].map(([topicId, set]) => [topicId, set.size])),
  };
}

export async function listDue(
  scope: Scope<Member>,
  { params }: Input<typeof contract.listDue>,
): Promise<Result<typeof contract.listDue>> {
  const { departmentId } = scope.caller;
  const [plan, returns] = [
    await dueOfClass(scope, departmentId, params.classId),
    await store.listReturns(scope.db, departmentId, params.classId),
  ];
  const isDue = (topic: TopicDue) => Number(topic.standing === "due");
  return {
    classId: plan.class.id,
    className: plan.class.name,
    today: dateOf(plan.today),
    students: plan.studentIds.length,
    examOn: plan.class.examOn,
    answers: returns.reduce((sum, row) => sum + row.allAnswers, 0),
    topics: [...plan.topics]
      .sort((a, b) => isDue(b) - isDue(a) || b.need - a.need)
      .map((topic) => {
        const last = returns.find((row) => row.topicId === topic.topicId);
        return {
          topicId: topic.topicId,
          name: topic.name,
          strand: topic.strand,
          standing: topic.standing,
          band: topic.recall === null ? null : bandOf(topic.recall),
          calendarBand: topic.calendarRecall === null ? null : bandOf(topic.calendarRecall),
          need: topic.need,
          taughtOn: topic.taughtOn === null ? null : dateOf(topic.taughtOn),
          lastOn: topic.lastOn === null ? null : dateOf(topic.lastOn),
          dueOn: topic.dueOn === null ? null : dateOf(topic.dueOn),
          neglected: topic.neglected,
          importance: topic.importance,
          answers: last?.allAnswers ?? 0,
          available: plan.available.get(topic.topicId) ?? 0,
          lastReturn: last
            ? { releaseId: last.releaseId, name: last.name, on: last.on, right: last.right, answers: last.answers }
            : null,
        };
      }),
  };
}
