/** What the answers of a release say, and what they changed in the plan. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/insight";
import { markOfGoes } from "@verdant/core/marks/markTable";
import { shareOf } from "@verdant/core/insight/wilson";
import { groupBy } from "@verdant/core/groupBy";
import { blankAnswer } from "@verdant/core/items/blank";
import { isReached } from "@verdant/core/delivery/reached";
import { isTimedPractice } from "@verdant/core/delivery/timed";
import { kindOf, markerOf } from "@verdant/core/items/kinds";
import { summariseUnder } from "@verdant/core/items/ruling";
import { dateOf } from "@verdant/core/plan/day";
import { due, type TopicDue } from "@verdant/core/plan/due";
import { noMemory } from "@verdant/core/plan/remember";
import { headline, plainText } from "@verdant/core/richText";
import { listEnrolments, needClass } from "../courses/service.ts";
import { describeRelease, listItemsOfRelease, waitingPointsOf } from "../delivery/service.ts";
import { stimuliOf } from "../delivery/views.ts";
import { dueOfClass, listPlannedReturns } from "../plan/service.ts";
import { Failure, need } from "../platform/failure.ts";
import type { Member, Scope, OpenScope } from "../platform/scope.ts";
import { evidenceOfClass, firstGoesOf } from "./firstGoes.ts";
import { outcomeOf } from "./outcomes.ts";
import { growthOverGoes, reliabilityOfMarks } from "./ofMarks.ts";
import { resultsOfParts } from "./partResults.ts";
import { creditBy, marksOfStudents, resultsOfItems } from "./itemResults.ts";
import { resultsOfStandards, usualLineOf } from "./standardResults.ts";
import * as standardStore from "./standardStore.ts";
import * as store from "./store.ts";

type Results = Result<typeof contract.showResults>;
type ReleaseItem = Awaited<ReturnType<typeof listItemsOfRelease>>[number];
type Release = Awaited<ReturnType<typeof describeRelease>>;

export async function showResults(
  scope: OpenScope<Member>,
  { params, query }: Input<typeof contract.showResults>,
): Promise<Results> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const release = await describeRelease(scope, departmentId, params.releaseId);
  const classes = classesOf(release);
  const classId = query.classId ?? release.classId;
  const chosen = need(
    classes.find((one) => one.id === classId),
    "class",
  );
  // None of these waits for another; together they take as long as the slowest.
  const [items, plan, students, misconceptions, outcome, ownAnswers] = await Promise.all([
    listItemsOfRelease(scope, departmentId, release.id),
    dueOfClass(scope, departmentId, classId),
    studentsOf(scope, release, classId, chosen.name),
    store.listMisconceptions(db, departmentId),
    outcomeOf(scope, release.id, { classId, go: query.go }),
    store.listAnswers(db, departmentId, { releaseId: release.id, classId }, query.go),
  ]);
  const itemIds = [...new Set(items.map((item) => item.itemId))];
  const [otherYears, siblings] = await Promise.all([
    store.listYearsOfItems(db, departmentId, itemIds),
    store.sumSiblings(db, departmentId, itemIds),
  ]);
  const years = yearsToChoose(plan.class, otherYears);
  const year = need(
    years.find((one) => one.id === (query.yearId ?? plan.class.schoolYearId)),
    "schoolYear",
  );
  const isOtherYear = year.id !== plan.class.schoolYearId;
  const revisionIds = items.map((item) => item.revisionId);
  const answers = isOtherYear
    ? await store.listAnswers(db, departmentId, { revisionIds, schoolYearId: year.id }, query.go)
    : ownAnswers;
  const marks = marksOfStudents(items, answers);
  const perStudent = students.map((student) => ({ ...student, marks: marks.get(student.studentId) ?? [] }));
  const isReviewed = answers.some(isReached);
  const moved = isOtherYear || !isReviewed ? [] : await movedTopics(scope, plan, items);
  const planNews = planNewsOf(release, plan.class.rehearsal, isReviewed, moved.length > 0);
  return {
    releaseId: release.id,
    name: release.name,
    classId,
    className: chosen.name,
    classes,
    yearId: year.id,
    years,
    isOtherYear,
    go: query.go,
    counts: release.rules.counts,
    releasedAt: release.opensAt,
    students: perStudent.length,
    begun: perStudent.filter((student) => student.state !== "notBegun").length,
    handedIn: perStudent.filter((student) => student.state === "handedIn").length,
    outcome,
    items: resultsOfItems(items, answers, misconceptions, siblings).map((item) =>
      isOtherYear ? { ...item, choices: item.choices.map((choice) => ({ ...choice, by: [] })) } : item,
    ),
    parts: resultsOfParts(items, answers),
    stimuli: stimuliOf(items),
    perStudent: isOtherYear ? [] : perStudent,
    waiting: perStudent.flatMap(({ studentId, name, state, leftOn }) =>
      isOtherYear || state === "handedIn" || leftOn !== null ? [] : [{ studentId, name, state }],
    ),
    // Timed practice tells the quick from the slow, and has its own growth.
    ...(isOtherYear || isTimedPractice(release.rules)
      ? { reliability: null, goes: null }
      : { reliability: reliabilityOfMarks(items, answers), goes: growthOverGoes(students) }),
    planNews,
    plan: planNews === "updates" ? moved : [],
  };
}

/** Apart from the rest: it reads the marks of the class's whole year, and stands behind a tab. */
export async function showStandardsOfRelease(
  scope: Scope<Member>,
  { params, query }: Input<typeof contract.showStandardsOfRelease>,
): Promise<Result<typeof contract.showStandardsOfRelease>> {
  const { departmentId } = scope.caller;
  const release = await describeRelease(scope, departmentId, params.releaseId);
  const chosen = need(
    classesOf(release).find((one) => one.id === (query.classId ?? release.classId)),
    "class",
  );
  const [standards, firstGoes, students, { courseId }] = await Promise.all([
    standardStore.listStandardsOfRelease(scope.db, departmentId, release.id),
    firstGoesOf(scope, departmentId, chosen.id),
    studentsOf(scope, release, chosen.id, chosen.name),
    needClass(scope, departmentId, chosen.id),
  ]);
  const usualLine = await usualLineOf(scope, courseId);
  return { standards: resultsOfStandards(standards, evidenceOfClass(firstGoes), students, usualLine) };
}

/** The release's own year and the others, the newest first. */
function yearsToChoose(
  own: { schoolYearId: string; schoolYear: string },
  given: readonly { id: string; name: string }[],
): { id: string; name: string }[] {
  const others = given.filter((year) => year.id !== own.schoolYearId);
  return [{ id: own.schoolYearId, name: own.schoolYear }, ...others];
}

export function classesOf(release: Release): { id: string; name: string }[] {
  const names = new Map(release.targets.map((target) => [target.classId, target.name.split(":")[0] ?? ""]));
  return [...names].map(([id, name]) => ({ id, name }));
}

/** Who was given it, in the order of the class list, then who has left since they began, with their goes. */
export async function studentsOf(
  scope: Scope<Member>,
  release: Release,
  classId: string,
  className: string,
): Promise<Omit<Results["perStudent"][number], "marks">[]> {
  const roster = await listEnrolments(scope, { params: { classId } });
  const goes = groupBy(
    await store.listGoes(scope.db, scope.caller.departmentId, release.id, classId),
    (go) => go.studentId,
  );
  const targets = release.targets.filter((target) => target.classId === classId);
  const isAll = targets.some((target) => target.groupId === null && target.studentId === null);
  const groups = new Set(targets.flatMap((target) => target.groupId ?? []));
  const named = new Set([
    ...targets.flatMap((target) => target.studentId ?? []),
    ...roster.groups.filter((group) => groups.has(group.id)).flatMap((group) => group.studentIds),
  ]);
  const present = new Set(roster.students.map((student) => student.studentId));
  const gone = [...goes.keys()].filter((studentId) => !present.has(studentId));
  const leavers = await store.listLeavers(scope.db, scope.caller.departmentId, classId, gone);
  const waiting = await waitingPointsOf(
    scope,
    [...goes.values()].flat().map((go) => go.id),
  );
  const given = roster.students
    .filter((student) => isAll || named.has(student.studentId) || goes.has(student.studentId))
    .map(({ studentId, name }) => ({ studentId, name, leftOn: null }));
  const left = leavers.map(({ studentId, givenName, familyName, leftOn }) => ({
    ...{
      studentId,
      name: `${givenName} ${familyName}`.trim(),
      leftOn,
    },
  }));
  return [...given, ...left].map(({ studentId, name, leftOn }) => {
    const own = goes.get(studentId) ?? [];
    const done = own.filter((go) => go.state === "handedIn");
    const outOfNow = (go: (typeof done)[number]) => go.outOf - (waiting.get(go.id) ?? 0);
    const mark = markOfGoes(
      release.rules.counts,
      done.map((go) => ({ points: go.points ?? 0, outOf: outOfNow(go) })),
    );
    return {
      studentId,
      name,
      className,
      leftOn,
      state: own.length === 0 ? ("notBegun" as const) : done.length > 0 ? ("handedIn" as const) : ("running" as const),
      goes: done.map((go) => ({
        ordinal: go.ordinal,
        points: go.points ?? 0,
        outOf: outOfNow(go),
        waitingPoints: waiting.get(go.id) ?? 0,
        handedInAt: (go.handedInAt ?? scope.now()).toISOString(),
        late: go.late,
      })),
      mark: mark?.points ?? null,
      outOf: mark?.outOf ?? 0,
    };
  });
}

/** What answers do to the plan, by the same rules by which marking takes them into the class's memory. */
function planNewsOf(
  { rules }: Release,
  isRehearsal: boolean,
  isReviewed: boolean,
  isInUnit: boolean,
): Results["planNews"] {
  if (isRehearsal) return "rehearsal";
  if (!rules.countsForPlan) return "byRule";
  if (!isReviewed) return "waits";
  return isInUnit ? "updates" : "noUnit";
}

/** When the topics of this release are due next, and when they would be from the calendar alone. */
async function movedTopics(
  scope: Scope<Member>,
  plan: Awaited<ReturnType<typeof dueOfClass>>,
  items: readonly ReleaseItem[],
): Promise<Results["plan"]> {
  const listed = new Set(items.map((item) => plan.rollUp.get(item.topicId ?? "")));
  const topics = plan.topics.filter((topic) => listed.has(topic.topicId));
  const unplanned = topics.map((topic) => ({ ...topic, plannedOn: null }));
  const calendar = due(noMemory, unplanned, plan.studentIds, plan.today, plan.taughtTo);
  const planned = await listPlannedReturns(scope, scope.caller.departmentId, plan.class.id);
  return topics.map((topic, i) => {
    const before = (calendar[i] as TopicDue).dueOn;
    return {
      topicId: topic.topicId,
      topic: topic.name,
      strand: topic.strand,
      dueOn: topic.dueOn === null ? null : dateOf(topic.dueOn),
      dueOnBefore: before === null ? null : dateOf(before),
      plannedOn: planned.find((one) => one.topicId === topic.topicId)?.on ?? null,
    };
  });
}

/** A projector page: no names, and nothing of a reserved item. */
export async function showOpener(
  scope: Scope<Member>,
  { params, query }: Input<typeof contract.showOpener>,
): Promise<Result<typeof contract.showOpener>> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const release = await describeRelease(scope, departmentId, params.releaseId);
  const items = await listItemsOfRelease(scope, departmentId, release.id);
  const item = need(
    items.find((one) => one.itemId === params.itemId),
    "item",
  );
  if (item.use === "reserved") throw new Failure("reservedNotShown");
  const chosen = need(
    classesOf(release).find((one) => one.id === (query.classId ?? release.classId)),
    "class",
  );
  const answers = (
    await store.listAnswers(db, departmentId, { releaseId: release.id, classId: chosen.id }, "first")
  ).filter((answer) => answer.itemId === item.itemId && isReached(answer));
  const telling = markerOf(item.content) === "machine" ? answers : answers.filter((answer) => answer.isEvidence);
  const kind = kindOf(item.content);
  const misconceptions = await store.listMisconceptions(db, departmentId);
  const [worst] = summariseUnder(
    item.ruled,
    item.content,
    answers.map((answer) => answer.answer ?? blankAnswer(item.content.kind)),
  )
    .filter((choice) => !choice.isKey && choice.id !== null && choice.count > 0)
    .sort((a, b) => b.count - a.count);
  const given = answers.find(
    ({ answer }) =>
      answer !== null &&
      worst &&
      summariseUnder(item.ruled, item.content, [answer]).some((one) => one.id === worst.id && one.count > 0),
  );
  const [rationale] = given?.answer ? kind.rationales(item.content, given.answer) : [];
  const again = await store.findAgain(db, departmentId, item.itemId, chosen.id);
  return {
    name: release.name,
    classId: chosen.id,
    className: chosen.name,
    stem: headline(item.content.stem),
    view: kind.toStudentView(item.content, kind.arrange(item.content, null)),
    content: item.content,
    accepted: acceptedOf(item),
    stimulus: stimuliOf([item])[0] ?? null,
    facility: shareOf(
      telling.reduce((sum, answer) => sum + creditBy(item, answer), 0),
      telling.length,
    ),
    wrong: worst
      ? {
          text: worst.text,
          count: worst.count,
          misconception: misconceptions.get(worst.misconceptionId ?? "") ?? null,
          rationale: rationale ? plainText(rationale) : null,
        }
      : null,
    again: again ?? null,
  };
}

/** What counts as right besides the key, in words. */
function acceptedOf({ ruled, content }: ReleaseItem): string[] {
  const byKey = new Set(
    kindOf(content)
      .summarise(content, [])
      .flatMap((line) => (line.isKey ? [line.id] : [])),
  );
  return summariseUnder(ruled, content, ruled?.answer ? [ruled.answer] : [])
    .filter((line) => line.isKey && !byKey.has(line.id))
    .map((line) => line.text);
}
