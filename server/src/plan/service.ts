/** What is due in a class, and why. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/plan";
import type { TodayClass } from "@verdant/contract/today";
import { bandOf } from "@verdant/core/plan/band";
import { dateOf } from "@verdant/core/plan/day";
import { type TopicDue } from "@verdant/core/plan/due";
import type { Member, Scope, OpenScope } from "../platform/scope.ts";
import { askedThisWeek } from "@verdant/core/plan/weekQuestion";
import { dueOfClass, dueOfClasses, type ClassDue } from "./dueOfClass.ts";
import * as store from "./store.ts";

export { dueOfClass, type ClassDue } from "./dueOfClass.ts";
export { recallOn } from "./recallOn.ts";

export async function listDue(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.listDue>,
): Promise<Result<typeof contract.listDue>> {
  const { departmentId } = scope.caller;
  const [plan, returns] = [
    await dueOfClass(scope, departmentId, params.classId),
    await store.listReturns(scope.db, departmentId, params.classId),
  ];
  return {
    classId: plan.class.id,
    className: plan.class.name,
    today: dateOf(plan.today),
    students: plan.studentIds.length,
    examOn: plan.class.examOn,
    answers: returns.reduce((sum, row) => sum + row.allAnswers, 0),
    topics: mostNeededFirst(plan.topics).map((topic) => {
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
        basis: topic.basis,
        why: topic.why,
        plannedOn: topic.plannedOn === null ? null : dateOf(topic.plannedOn),
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

const isDue = (topic: TopicDue) => Number(topic.standing === "due");

const mostNeededFirst = (topics: ClassDue["topics"]) =>
  [...topics].sort((a, b) => isDue(b) - isDue(a) || b.need - a.need);

/** What is due in each of several classes, in the order given, with the question of the week where there is one. */
export async function listDueOfClasses(scope: OpenScope<Member>, classIds: readonly string[]): Promise<TodayClass[]> {
  const plans = await dueOfClasses(scope, scope.caller.departmentId, classIds);
  const date = (day: number | null) => (day === null ? null : dateOf(day));
  return plans.map((plan) => {
    const asked = askedThisWeek(plan.topics, plan.today);
    return {
      id: plan.class.id,
      name: plan.class.name,
      students: plan.studentIds.length,
      today: dateOf(plan.today),
      topics: mostNeededFirst(plan.topics).map((topic) => ({
        ...topic,
        taughtOn: date(topic.taughtOn),
        lastOn: date(topic.lastOn),
        available: plan.available.get(topic.topicId) ?? 0,
      })),
      asked: asked ? { topicId: asked.topicId, name: asked.name, day: dateOf(asked.taughtOn ?? plan.today) } : null,
    };
  });
}

/** Planned returns that are not held yet, the next first. */
export const listPlannedReturns = ({ db }: Scope, departmentId: string, classId: string) =>
  store.listPlanned(db, departmentId, [classId]);

/** A release brings topics back: what was planned for them up to a week ahead counts as held. */
export async function holdPlannedReturns(
  { db }: Scope,
  departmentId: string,
  given: { classId: string; topicIds: readonly string[]; today: number; releaseId: string },
): Promise<void> {
  await store.holdPlanned(db, departmentId, given.classId, given.topicIds, dateOf(given.today + 7), given.releaseId);
}

export { dropReturn, planReturn, returnsToCome, showPlan } from "./grid.ts";
