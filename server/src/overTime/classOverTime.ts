/** A class over the school year. */
import type { Change } from "@verdant/contract/change";
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/overTime";
import { groupBy } from "@verdant/core/groupBy";
import { changeBesideClass, changeOfShares, judged } from "@verdant/core/insight/growth";
import { shareOfStudents } from "@verdant/core/insight/wilson";
import { bandOf } from "@verdant/core/plan/band";
import { dateOf, dayOf, type Day } from "@verdant/core/plan/day";
import { meetingBefore } from "@verdant/core/plan/meetings";
import { listClosedDays } from "../courses/listClasses.ts";
import { firstGoesOf } from "../insight/firstGoes.ts";
import { showMarks } from "../marks/service.ts";
import { dueOfClass, type ClassDue } from "../plan/service.ts";
import { beginOfDay, localDateOf } from "../platform/localDate.ts";
import type { Member, OpenScope, Scope } from "../platform/scope.ts";
import { besideClass, byStudent, creditsOfTopics, type Credits } from "./creditsOfTopics.ts";
import * as store from "./store.ts";

type Shown = Result<typeof contract.showClassOverTime>;
type Marks = Awaited<ReturnType<typeof showMarks>>;

/** Sentences of what is new. */
const mostNews = 3;

export async function showClassOverTime(
  scope: OpenScope<Member>,
  { params }: Input<typeof contract.showClassOverTime>,
): Promise<Shown> {
  const { departmentId } = scope.caller;
  const { classId } = params;
  const [plan, marks, firstGoes] = await Promise.all([
    dueOfClass(scope, departmentId, classId),
    showMarks(scope, { params }),
    firstGoesOf(scope, departmentId, classId),
  ]);
  const releaseIds = marks.releases.map(({ id }) => id);
  const credits = creditsOfTopics(firstGoes, releaseIds, plan.rollUp);
  const releases = releasesOf(marks, credits, plan.class.timeZone);
  const topics = topicsOf(plan, releaseIds, credits);
  const students = studentsOf(marks, releaseIds, credits, scope.now());
  const lastLesson = await lastLessonOf(scope, plan);
  return {
    classId,
    className: marks.className,
    today: dateOf(plan.today),
    lastLesson: lastLesson === null ? null : dateOf(lastLesson),
    news: await newsOf(scope, plan, { since: lastLesson ?? plan.today - 7, marks, releases, topics }),
    releases,
    more: marks.more,
    topics,
    students,
  };
}

async function lastLessonOf({ db, caller }: Scope<Member>, { class: one, today }: ClassDue): Promise<Day | null> {
  const closed = await listClosedDays(db, caller.departmentId, one.schoolYearId, one.id);
  const isClosed = (day: Day) => closed.some((span) => dayOf(span.fromOn) <= day && day <= dayOf(span.toOn));
  return meetingBefore(one.meetingDays, today, isClosed);
}

function releasesOf(marks: Marks, credits: readonly Credits[], timeZone: string): Shown["releases"] {
  const byRelease = groupBy(credits, (row) => row.releaseId);
  return marks.releases.map(({ id, name, opensAt }, at) => {
    const cells = marks.students.flatMap(({ studentId, cells }) => {
      const cell = cells[at];
      return cell ? [{ studentId, ...cell }] : [];
    });
    const given = cells.filter(({ state }) => state !== "notGiven" && state !== "excused");
    return {
      ...{ id, name },
      on: localDateOf(new Date(opensAt), timeZone),
      given: given.length,
      handedIn: given.filter(({ state }) => state === "marked").length,
      outcome: shareOfStudents(byStudent(byRelease.get(id) ?? [])),
      marks: given.flatMap(({ studentId, points, outOf }) =>
        points === null || outOf === null || outOf === 0 ? [] : [{ studentId, share: points / outOf }],
      ),
    };
  });
}

/** Topics of the course in its order, then what is in none of them; only what came back. */
function topicsOf(plan: ClassDue, releaseIds: readonly string[], credits: readonly Credits[]): Shown["topics"] {
  const byTopic = groupBy(credits, (row) => row.topicId ?? "");
  const listed = plan.topics.map((topic) => ({
    ...{ topicId: topic.topicId, name: topic.name, strand: topic.strand },
    band: topic.recall === null ? null : bandOf(topic.recall),
  }));
  const other = { topicId: null, name: "", strand: null, band: null };
  const shown = [...listed, other].flatMap((topic) => {
    const byRelease = groupBy(byTopic.get(topic.topicId ?? "") ?? [], (row) => row.releaseId);
    const returns = releaseIds.flatMap((releaseId) => {
      const students = byRelease.get(releaseId);
      return students ? [{ releaseId, students }] : [];
    });
    // Of many returns one alone says little: the earlier half is held against the later one.
    const half = Math.floor(returns.length / 2);
    const sumOf = (some: typeof returns) => byStudent(some.flatMap(({ students }) => students));
    const [before, now] = [sumOf(returns.slice(0, half)), sumOf(returns.slice(returns.length - half))];
    const halves = { before: shareOfStudents(before), now: shareOfStudents(now) };
    return returns.length > 0 ? [{ ...topic, returns, halves, change: changeOfShares(before, now) }] : [];
  });
  const changes = judged(shown.map(({ change }) => change));
  return shown.map(({ returns, halves, change: _, ...topic }, i) => {
    const told = changes[i] ?? null;
    return {
      ...topic,
      returns: returns.map(({ releaseId, students }) => ({ releaseId, share: shareOfStudents(students) })),
      change: told && { ...told, ...halves },
    };
  });
}

function studentsOf(
  marks: Marks,
  releaseIds: readonly string[],
  credits: readonly Credits[],
  now: Date,
): Shown["students"] {
  const changes = changesOfStudents(marks, releaseIds, credits);
  return marks.students.map(({ studentId, name, cells }) => {
    const closed = cells.flatMap(({ state }, at) => {
      const release = marks.releases[at];
      const isClosed = release && release.shutsAt !== null && new Date(release.shutsAt) <= now;
      return isClosed && state !== "notGiven" && state !== "excused" ? [{ state, release }] : [];
    });
    return {
      ...{ studentId, name },
      missing: closed.flatMap(({ state, release: { id, name } }) => (state === "absent" ? [{ id, name }] : [])),
      closed: closed.length,
      change: changes.get(studentId) ?? null,
    };
  });
}

/** Who stands otherwise beside the class than before; what is said holds for all students together. */
export function changesOfStudents(
  marks: Marks,
  releaseIds: readonly string[],
  credits: readonly Credits[],
): Map<string, Change | null> {
  const own = groupBy(credits, (row) => row.studentId);
  const changes = judged(
    marks.students.map(({ studentId }) => {
      const { before, now } = besideClass(releaseIds, own.get(studentId) ?? []);
      return changeBesideClass(before, now);
    }),
  );
  return new Map(marks.students.map(({ studentId }, i) => [studentId, changes[i] ?? null]));
}

/** What came in since a day: the newest quiz, the topic that moved most, and who is missing in what has closed. */
async function newsOf(
  scope: Scope<Member>,
  plan: ClassDue,
  of: { since: Day; marks: Marks; releases: Shown["releases"]; topics: Shown["topics"] },
): Promise<Shown["news"]> {
  const { db, caller, now } = scope;
  const since = beginOfDay(dateOf(of.since), plan.class.timeZone);
  const counts = await store.countHandedInSince(db, caller.departmentId, plan.class.id, since);
  const byId = new Map(of.releases.map((one) => [one.id, one]));
  const handedIn = counts.flatMap(({ releaseId, handedIn }) => {
    const release = byId.get(releaseId);
    if (!release) return [];
    const { id, name, outcome } = release;
    return [{ code: "handedIn" as const, release: { id, name }, handedIn, outcome }];
  });
  const isNew = new Set(handedIn.map(({ release }) => release.id));
  const moved = of.topics.flatMap(({ name, returns, change }) => {
    const last = returns.at(-1);
    return last && change && isNew.has(last.releaseId) ? [{ name, returns: returns.length, change }] : [];
  });
  const isSure = ({ change }: (typeof moved)[number]) => Number(change.verdict !== "unclear");
  const [most] = moved.sort(
    (a, b) => isSure(b) - isSure(a) || Math.abs(b.change.difference) - Math.abs(a.change.difference),
  );
  const closed = of.marks.releases.flatMap(({ id, name, shutsAt }, at) => {
    const missing = of.marks.students.filter(({ cells }) => cells[at]?.state === "absent").length;
    const isSince = shutsAt !== null && new Date(shutsAt) >= since && new Date(shutsAt) <= now();
    return isSince && missing > 0 ? [{ code: "closed" as const, release: { id, name }, missing }] : [];
  });
  const news: Shown["news"] = [
    ...handedIn.slice(0, 1),
    ...(most
      ? [
          {
            ...{ code: "topic" as const, name: most.name, returns: most.returns, verdict: most.change.verdict },
            ...{ before: most.change.before, now: most.change.now },
          },
        ]
      : []),
    ...closed.slice(-1),
  ];
  if (news.length > 0) return news.slice(0, mostNews);
  const newest = of.releases.findLast(({ outcome }) => outcome.outOf > 0);
  return [
    {
      code: "nothing",
      newest: newest ? { release: { id: newest.id, name: newest.name }, outcome: newest.outcome } : null,
    },
  ];
}
