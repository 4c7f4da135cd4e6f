/** The schedule of a class: its course's topics in order, each with the day it counts as taught. */
import { groupBy } from "@verdant/core/groupBy";
import { dayOf, type Day } from "@verdant/core/plan/day";
import type { PlanTopic } from "@verdant/core/plan/due";
import { taughtDays } from "@verdant/core/plan/taught";
import { need } from "../platform/failure.ts";
import type { Scope } from "../platform/scope.ts";
import * as store from "./scheduleStore.ts";

export interface ScheduledTopic extends PlanTopic {
  readonly name: string;
  readonly standards: number;
  /** Somebody has said when it was taught, or that it was not; otherwise the schedule says so. */
  readonly isSaid: boolean;
  readonly strand: { readonly unitId: string; readonly name: string; readonly letter: string; readonly hue: number };
}

/** The day a topic counts as taught to one student: what was said of this student, else what holds for the class. */
export type TaughtTo = (studentId: string, topicId: string) => Day | null;

export interface ClassSchedule {
  readonly taughtTo: TaughtTo;
  /** Days said of single students, by “student topic”; null: not taught to this one. */
  readonly ownDays: ReadonlyMap<string, Day | null>;
  readonly class: Omit<ScheduledClass, "closed" | "said" | "enrolled">;
  /** Who is in the class, by name. */
  readonly studentIds: readonly string[];
  readonly topics: readonly ScheduledTopic[];
}

type Rows<F extends (...given: never[]) => Promise<unknown[]>> = Awaited<ReturnType<F>>;
type ScheduledClass = Rows<typeof store.listScheduledClasses>[number];

/** What is scheduled counts as taught, unless somebody has said otherwise. */
export async function loadSchedule(scope: Scope, departmentId: string, classId: string): Promise<ClassSchedule> {
  const [plan] = await loadSchedules(scope, departmentId, [classId]);
  return need(plan, "class");
}

/** The schedules of those of these classes that the department has, in the order given. */
export async function loadSchedules(
  { db }: Scope,
  departmentId: string,
  classIds: readonly string[],
): Promise<ClassSchedule[]> {
  if (classIds.length === 0) return [];
  const [classes, listed] = await Promise.all([
    store.listScheduledClasses(db, departmentId, classIds),
    store.listPlanTopics(db, departmentId, classIds),
  ]);
  const topics = groupBy(listed, (row) => row.classId);
  const byId = new Map(classes.map((one) => [one.id, one]));
  return classIds.flatMap((id) => {
    const one = byId.get(id);
    return one ? [scheduleOf(one, topics.get(id) ?? [])] : [];
  });
}

function scheduleOf(
  { closed, said, enrolled, ...one }: ScheduledClass,
  rows: Rows<typeof store.listPlanTopics>,
): ClassSchedule {
  const closedSpans = closed.map((span) => ({ from: dayOf(span.from), to: dayOf(span.to) }));
  const scheduled = new Map<string, Day>();
  for (const [, topics] of groupBy(rows, (row) => row.unitId)) {
    const { plannedFrom, plannedTo } = topics[0] ?? {};
    if (plannedFrom == null || plannedTo == null) continue;
    const schedule = {
      from: dayOf(plannedFrom),
      to: dayOf(plannedTo),
      meetingDays: one.meetingDays,
      closed: closedSpans,
    };
    taughtDays(schedule, topics.length).forEach((day, i) => scheduled.set(topics[i]?.topicId ?? "", day));
  }
  const own = new Map(said.map(({ student, topic, day }) => [`${student} ${topic}`, day === null ? null : dayOf(day)]));
  const topics = rows.map((row) => ({
    topicId: row.topicId,
    name: row.topic,
    strand: { unitId: row.unitId, name: row.name, letter: row.letter, hue: row.hue },
    taughtOn:
      row.taughtOn !== null
        ? dayOf(row.taughtOn)
        : row.isHeldBack === true
          ? null
          : (scheduled.get(row.topicId) ?? null),
    isSaid: row.taughtOn !== null || row.isHeldBack === true,
    importance: row.importance ?? 1,
    stance: row.stance ?? "auto",
    standards: Math.max(1, row.standards ?? 1),
  }));
  const classDays = new Map(topics.map((topic) => [topic.topicId, topic.taughtOn]));
  return {
    class: one,
    studentIds: enrolled.map((row) => row.student),
    topics,
    ownDays: own,
    taughtTo: (studentId, topicId) => {
      const said = own.get(`${studentId} ${topicId}`);
      return said === undefined ? (classDays.get(topicId) ?? null) : said;
    },
  };
}

/** For every topic of the bank, the topic of a course that its evidence counts for. */
export async function rollUpOf(scope: Scope, departmentId: string, courseId: string): Promise<Map<string, string>> {
  return (await rollUpsOf(scope, departmentId, [courseId])).get(courseId) ?? new Map();
}

/** The same for several courses, by course. */
export async function rollUpsOf({ db }: Scope, departmentId: string, courseIds: readonly string[]) {
  const rows = courseIds.length === 0 ? [] : await store.listRollUp(db, departmentId, courseIds);
  return new Map(
    [...groupBy(rows, (row) => row.courseId)].map(([courseId, topics]) => [
      courseId,
      new Map(topics.map((row) => [row.topicId, row.ancestorId])),
    ]),
  );
}
