/** The return grid: topics by week, what came back and what will, and where recall goes from here. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/plan";
import { dateOf, dayOf, mondayOf, type Day } from "@verdant/core/plan/day";
import { totalOffset } from "@verdant/core/plan/learn";
import { meetingFrom } from "@verdant/core/plan/meetings";
import { project, type PlannedReview, type Standing } from "@verdant/core/plan/project";
import { memoryKey, offsetsOf, taughtMemory } from "@verdant/core/plan/remember";
import { listClosedDays } from "../courses/listClasses.ts";
import { Failure, need } from "../platform/failure.ts";
import { record } from "../platform/history.ts";
import { atomically, type Member, type Scope, type OpenScope } from "../platform/scope.ts";
import { dueOfClass, type ClassDue } from "./dueOfClass.ts";
import * as store from "./store.ts";

type Plan = Result<typeof contract.showPlan>;

const weeksBack = 8;
const weeksAhead = 8;

export async function showPlan(scope: OpenScope<Member>, { params }: Input<typeof contract.showPlan>): Promise<Plan> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const plan = await dueOfClass(scope, departmentId, params.classId);
  const { today } = plan;
  const closed = await listClosedDays(db, departmentId, plan.class.schoolYearId, params.classId);
  const isClosed = (day: Day) => closed.some((span) => dayOf(span.fromOn) <= day && day <= dayOf(span.toOn));
  const thisMonday = mondayOf(today);
  const mondays = Array.from({ length: weeksBack + weeksAhead + 1 }, (_, i) => thisMonday + 7 * (i - weeksBack));
  const planned = await store.listPlanned(db, departmentId, [params.classId]);
  const held = await store.listHeld(db, departmentId, params.classId);
  const reviewsOf = (topicId: string) => plannedReviews(planned, topicId, today);
  const fridays = mondays.map((monday) => monday + 4);
  const ahead = fridays.filter((day) => day >= today);
  const end = endOf(plan);
  const outlookDays = outlookDaysOf(today, end);
  const taught = plan.topics.filter((topic) => topic.taughtOn !== null && topic.taughtOn <= today);
  const outlook = (isPlanned: boolean) => {
    const lines = taught.map((topic) =>
      project(
        standingsOf(plan, topic),
        isPlanned ? withSuggestions(plan, topic, reviewsOf(topic.topicId), end) : [],
        outlookDays,
        topic.standards,
        // With what the class comes in the morning: after its own review everything is fresh.
        "before",
      ),
    );
    return outlookDays.map((_, i) => lines.reduce((sum, line) => sum + (line[i] ?? 0), 0) / Math.max(1, lines.length));
  };
  const [withPlan, without] = [outlook(true), outlook(false)];
  return {
    classId: plan.class.id,
    className: plan.class.name,
    today: dateOf(today),
    examOn: plan.class.examOn,
    weeks: mondays.map((monday) => ({
      monday: dateOf(monday),
      isClosed: [0, 1, 2, 3, 4].every((day) => isClosed(monday + day)),
    })),
    topics: plan.topics.map((topic) => {
      const isTaught = topic.taughtOn !== null && topic.taughtOn <= today;
      const line = isTaught ? project(standingsOf(plan, topic), reviewsOf(topic.topicId), ahead, topic.standards) : [];
      return {
        topicId: topic.topicId,
        name: topic.name,
        strand: topic.strand,
        taughtOn: topic.taughtOn === null ? null : dateOf(topic.taughtOn),
        forecast: fridays.map((day) => (isTaught && day >= today ? (line[ahead.indexOf(day)] ?? null) : null)),
      };
    }),
    returns: [
      ...held.map(({ topicId, on, releaseId, right, answers }) => ({
        topicId,
        on,
        state: "held" as const,
        releaseId,
        right,
        answers,
      })),
      ...planned.map(({ topicId, on }) => ({
        topicId,
        on,
        state: "planned" as const,
        releaseId: null,
        right: 0,
        answers: 0,
      })),
      ...taught.flatMap((topic) => {
        if (topic.dueOn === null || topic.plannedOn !== null || topic.standing === "leftOut") return [];
        const on = meetingFrom(plan.class.meetingDays, Math.max(today, topic.dueOn), isClosed);
        return [
          {
            topicId: topic.topicId,
            on: dateOf(on),
            state: "suggested" as const,
            releaseId: null,
            right: 0,
            answers: 0,
          },
        ];
      }),
    ],
    untaught: plan.topics.flatMap((topic) => (taught.includes(topic) ? [] : [topic.name])),
    outlook: outlookDays.map((day, i) => ({ on: dateOf(day), planned: withPlan[i] ?? 0, nothing: without[i] ?? 0 })),
  };
}

type Topic = ClassDue["topics"][number];

/** Week by week, at most 45 of them, and the end itself, since that is the day that is spoken of. */
function outlookDaysOf(today: Day, end: Day): Day[] {
  const weekly = Array.from({ length: Math.min(45, Math.ceil((end - today) / 7)) }, (_, i) => today + 7 * i);
  return [...weekly.filter((day) => day < end), end];
}

/** How far a plan looks: to the exam, else half a year. */
const endOf = ({ today, class: { examOn } }: ClassDue): Day =>
  examOn === null ? today + 7 * 26 : Math.max(today + 7, dayOf(examOn));

/** What is planned for a topic; what should have been is still to come. */
const plannedReviews = (
  planned: readonly { readonly topicId: string; readonly on: string; readonly items: number }[],
  topicId: string,
  today: Day,
): PlannedReview[] =>
  planned.filter((one) => one.topicId === topicId).map(({ on, items }) => ({ on: Math.max(today, dayOf(on)), items }));

/** The returns to come of every topic that is taught or scheduled: planned ones, and those that the model foresees. */
export async function returnsToCome(
  scope: Scope,
  departmentId: string,
  plan: ClassDue,
): Promise<{ until: Day; returns: ReadonlyMap<string, readonly Day[]> }> {
  const planned = await store.listPlanned(scope.db, departmentId, [plan.class.id]);
  const until = endOf(plan);
  const scheduled = plan.topics.filter((topic) => topic.taughtOn !== null && topic.taughtOn <= until);
  return {
    until,
    returns: new Map(
      scheduled.map((topic) => [
        topic.topicId,
        withSuggestions(plan, topic, plannedReviews(planned, topic.topicId, plan.today), until).map((one) => one.on),
      ]),
    ),
  };
}

function standingsOf({ memory, studentIds }: ClassDue, topic: Topic): Standing[] {
  return (studentIds.length > 0 ? studentIds : [""]).map((studentId) => {
    const state = memory.topics.get(memoryKey(studentId, topic.topicId)) ?? taughtMemory(topic.taughtOn ?? 0);
    return {
      strength: state.now,
      lastOn: state.lastOn,
      offset: totalOffset(offsetsOf(memory, studentId, topic.topicId)),
    };
  });
}

/** What is planned, and after it one return whenever recall has fallen below four in five. */
function withSuggestions(plan: ClassDue, topic: Topic, planned: readonly PlannedReview[], end: Day): PlannedReview[] {
  const reviews = [...planned];
  if (topic.stance === "never") return reviews;
  const standings = standingsOf(plan, topic);
  for (let day = plan.today; day <= end; day += 7) {
    const [recall = 1] = project(standings, reviews, [day], topic.standards);
    if (recall < 0.8 && !reviews.some((one) => Math.abs(one.on - day) < 7)) {
      reviews.push({ on: day, items: 1 });
      reviews.sort((a, b) => a.on - b.on);
    }
  }
  return reviews;
}

export async function planReturn(
  scope: OpenScope<Member>,
  { params, body }: Input<typeof contract.planReturn>,
): Promise<Plan> {
  const { classId } = params;
  const plan = await dueOfClass(scope, scope.caller.departmentId, classId);
  await atomically(scope, async (within) => {
    const { db, caller } = within;
    const { departmentId } = caller;
    const topic = need(
      plan.topics.find((one) => one.topicId === body.topicId),
      "topic",
    );
    const closed = await listClosedDays(db, departmentId, plan.class.schoolYearId, classId);
    const isClosed = (day: Day) => closed.some((span) => dayOf(span.fromOn) <= day && day <= dayOf(span.toOn));
    const from = body.from === null ? plan.today + 1 : dayOf(body.from);
    if (from < plan.today) {
      throw new Failure("returnInPast", {}, { at: "/body/from" });
    }
    const on = dateOf(meetingFrom(plan.class.meetingDays, from, isClosed));
    await store.insertPlanned(db, { departmentId, classId, topicId: topic.topicId, on });
    await record(within, {
      departmentId,
      entity: "class",
      entityId: classId,
      action: "returnPlanned",
      after: { topicId: topic.topicId, on },
    });
  });
  return showPlan(scope, { params });
}

export async function dropReturn(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.dropReturn>,
): Promise<Plan> {
  await atomically(scope, async (within) => {
    const { departmentId } = within.caller;
    const { classId, topicId, on } = params;
    need((await store.deletePlanned(within.db, { departmentId, classId, topicId, on })) || undefined, "return");
    await record(within, {
      departmentId,
      entity: "class",
      entityId: classId,
      action: "returnDropped",
      before: { topicId, on },
    });
  });
  return showPlan(scope, { params: { classId: params.classId } });
}
