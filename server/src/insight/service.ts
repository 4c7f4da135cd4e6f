/** What the answers of a release say, and what they changed in the plan. */
import type { Input, Result } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/insight";
import { wilson } from "@verdant/core/insight/wilson";
import { kindOf } from "@verdant/core/items/kinds";
import { dateOf } from "@verdant/core/plan/day";
import { due, type TopicDue } from "@verdant/core/plan/due";
import { noMemory } from "@verdant/core/plan/remember";
import { plainText } from "@verdant/core/richText";
import { listEnrolments } from "../courses/service.ts";
import { describeRelease, listItemsOfRelease } from "../delivery/service.ts";
import { strandOf } from "../delivery/views.ts";
import { dueOfClass } from "../plan/service.ts";
import type { Member, Scope } from "../platform/scope.ts";
import * as store from "./store.ts";

type Results = Result<typeof contract.showResults>;
type FirstGoAnswer = Awaited<ReturnType<typeof store.listFirstGoAnswers>>[number];
type ReleaseItem = Awaited<ReturnType<typeof listItemsOfRelease>>[number];

function shareOf(right: number, outOf: number) {
  const interval = wilson(right, outOf);
  return { right, outOf, low: interval?.low ?? null, high: interval?.high ?? null };
}

export async function showResults(
  scope: Scope<Member>,
  { params }: Input<typeof contract.showResults>,
): Promise<Results> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const release = await describeRelease(scope, departmentId, params.releaseId);
  const items = await listItemsOfRelease(scope, departmentId, release.id);
  const answers = await store.listFirstGoAnswers(db, departmentId, release.id);
  const states = new Map(
    (await store.listFirstGoStates(db, departmentId, release.id)).map((row) => [row.studentId, row.state]),
  );
  const misconceptions = await store.listMisconceptions(db, departmentId);
  const { students } = await listEnrolments(scope, { params: { classId: release.classId } });
  const plan = await dueOfClass(scope, departmentId, release.classId);
  return {
    releaseId: release.id,
    name: release.name,
    classId: release.classId,
    className: release.className,
    schoolYear: plan.class.schoolYear,
    releasedAt: release.opensAt,
    students: release.students,
    begun: release.begun,
    handedIn: release.handedIn,
    items: items
      .map((item, i) =>
        resultOf(
          item,
          i + 1,
          answers.filter((answer) => answer.itemId === item.itemId),
          misconceptions,
        ),
      )
      .sort((a, b) => weakness(a) - weakness(b) || a.position - b.position),
    waiting: students
      .filter(({ studentId }) => !states.has(studentId) || states.get(studentId) === "running")
      .map(({ studentId, name }) => ({
        studentId,
        name,
        state: states.has(studentId) ? ("running" as const) : ("notBegun" as const),
      })),
    plan: answers.length === 0 ? [] : movedTopics(plan, items),
  };
}

/** Items nobody answered come last. */
const weakness = ({ facility }: Results["items"][number]) =>
  facility.outOf === 0 ? 2 : facility.right / facility.outOf;

function resultOf(
  item: ReleaseItem,
  position: number,
  answers: readonly FirstGoAnswer[],
  misconceptions: ReadonlyMap<string, string>,
) {
  const kind = kindOf(item.content);
  const given = answers.map((answer) => answer.answer ?? kind.blankAnswer());
  return {
    itemId: item.itemId,
    position,
    number: item.number,
    kind: item.kind,
    stem: plainText(item.content.stem),
    topic: item.topic ?? "no topic",
    strand: strandOf(item),
    facility: shareOf(
      answers.reduce((sum, answer) => sum + answer.credit, 0),
      answers.length,
    ),
    choices: kind.summarise(item.content, given).map(({ misconceptionId, ...choice }) => ({
      ...choice,
      share: shareOf(choice.count, answers.length),
      misconception: misconceptions.get(misconceptionId ?? "") ?? null,
    })),
  };
}

/** When the topics of this release are due next, and when they would be from the calendar alone. */
function movedTopics(plan: Awaited<ReturnType<typeof dueOfClass>>, items: readonly ReleaseItem[]): Results["plan"] {
  const listed = new Set(items.map((item) => plan.rollUp.get(item.topicId ?? "")));
  const topics = plan.topics.filter((topic) => listed.has(topic.topicId));
  const calendar = due(noMemory, topics, plan.studentIds, plan.today);
  return topics.map((topic, i) => {
    const before = (calendar[i] as TopicDue).dueOn;
    return {
      topicId: topic.topicId,
      topic: topic.name,
      strand: topic.strand,
      dueOn: topic.dueOn === null ? null : dateOf(topic.dueOn),
      dueOnBefore: before === null ? null : dateOf(before),
    };
  });
}
