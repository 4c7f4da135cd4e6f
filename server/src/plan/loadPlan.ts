/** The plan of a class: its course's topics in order, each with the day it counts as taught. */
import { groupBy } from "@verdant/core/groupBy";
import { dayOf, type Day } from "@verdant/core/plan/day";
import type { PlanTopic } from "@verdant/core/plan/due";
import { taughtDays } from "@verdant/core/plan/taught";
import { listClosedDays, listStudentTopics, needClass } from "../courses/listClasses.ts";
import type { Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

export interface LoadedTopic extends PlanTopic {
  readonly name: string;
  readonly standards: number;
  readonly strand: { readonly unitId: string; readonly name: string; readonly letter: string; readonly hue: number };
}

/** The day a topic counts as taught to one student: what was said of this student, else what holds for the class. */
export type TaughtTo = (studentId: string, topicId: string) => Day | null;

export interface LoadedPlan {
  readonly taughtTo: TaughtTo;
  readonly class: Awaited<ReturnType<typeof needClass>>;
  readonly topics: readonly LoadedTopic[];
}

/** What is scheduled counts as taught, unless somebody has said otherwise. */
export async function loadPlan(scope: Scope, departmentId: string, classId: string): Promise<LoadedPlan> {
  const one = await needClass(scope, departmentId, classId);
  const [rows, closed] = await Promise.all([
    store.listPlanTopics(scope.db, departmentId, classId),
    listClosedDays(scope.db, departmentId, one.schoolYearId, classId),
  ]);
  const closedSpans = closed.map((span) => ({ from: dayOf(span.fromOn), to: dayOf(span.toOn) }));
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
  const own = new Map(
    (await listStudentTopics(scope.db, departmentId, classId)).map((row) => [
      `${row.studentId} ${row.topicId}`,
      row.taughtOn === null ? null : dayOf(row.taughtOn),
    ]),
  );
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
    importance: row.importance ?? 1,
    stance: row.stance ?? "auto",
    standards: Math.max(1, row.standards ?? 1),
  }));
  const classDays = new Map(topics.map((topic) => [topic.topicId, topic.taughtOn]));
  return {
    class: one,
    topics,
    taughtTo: (studentId, topicId) => {
      const said = own.get(`${studentId} ${topicId}`);
      return said === undefined ? (classDays.get(topicId) ?? null) : said;
    },
  };
}

/** For every topic of the bank, the topic of the class's course that its evidence counts for. */
export const rollUpOf = ({ db }: Scope, departmentId: string, courseId: string) =>
  store.listRollUp(db, departmentId, courseId);
