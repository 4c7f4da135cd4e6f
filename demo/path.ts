/** A path of a class with its students at different steps; two of them wait for their teacher. */
import { presets } from "@verdant/core/delivery/rules";
import { usualReflection } from "@verdant/core/delivery/reflection";
import { createQuiz, renameQuiz } from "../server/src/assembly/service.ts";
import { listTeachers } from "../server/src/courses/teacherStore.ts";
import * as delivery from "../server/src/delivery/service.ts";
import * as paths from "../server/src/paths/service.ts";
import { hashOf } from "../server/src/platform/id.ts";
import type { Caller, Member, OpenScope, Sitter, Student } from "../server/src/platform/scope.ts";
import type { School } from "./school.ts";

export type ScopeAt = <C extends Caller>(caller: C, at: Date) => OpenScope<C>;

/** What has happened lately in a school that is loaded already. */
export interface Lately<
  Part extends "path" | "timed" | "written" | "prepared" | "goodReasons" | "characteristics" | "remedies",
> {
  readonly scopeAt: ScopeAt;
  readonly now: Date;
  readonly lead: Member;
  readonly school: NonNullable<School[Part]>;
}

const day = 86_400_000;
const questions = 5;

/** Who is how far, from the head of the class: by right answers in practice, a tick, right answers in checks. */
const journeys: readonly {
  practice?: number[];
  isTicked?: boolean;
  check?: number[];
  reflects?: boolean;
  isDone?: boolean;
}[] = [
  { practice: [4], isTicked: true, check: [5], isDone: true },
  { practice: [2, 3], isTicked: true, check: [2], reflects: true },
  {},
  { practice: [2, 4], isTicked: true },
  { practice: [3, 5], isTicked: true, check: [4], isDone: true },
  { practice: [2] },
  { practice: [2, 4] },
  { practice: [1, 3], isTicked: true, check: [3], isDone: true },
  { practice: [1, 2] },
  { practice: [5], isTicked: true, check: [2] },
];

export async function insertPath({ scopeAt, now, lead, school }: Lately<"path">): Promise<void> {
  const { departmentId } = lead;
  const { db } = scopeAt(lead, now);
  const daysAgo = (days: number) => new Date(now.getTime() - days * day);
  const { classId, teacher } = await classInUse(db, lead, school.class);
  const itemIds = await listItems(db, departmentId, school.topics);
  const give = async (
    name: string,
    items: string[],
    rules: Parameters<typeof delivery.releaseQuiz>[1]["body"]["rules"],
  ) => {
    const scope = scopeAt(teacher, daysAgo(9));
    const made = await createQuiz(scope, { body: { classId, itemIds: items } });
    const quiz = await renameQuiz(scope, { params: { quizId: made.id }, body: { version: made.version, name } });
    const released = await delivery.releaseQuiz(scope, {
      params: { quizId: quiz.id },
      body: {
        version: quiz.version,
        rules,
        targets: [{ classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }],
      },
    });
    return released.id;
  };
  const practice = await give(school.practice, itemIds.slice(0, questions), {
    ...presets.homework,
    goes: null,
    timeLimitMinutes: null,
  });
  const check = await give(school.check, itemIds.slice(questions, 2 * questions), {
    ...presets.check,
    goes: 3,
    waitHours: 0,
    before: { fromGo: 2, goAhead: true, reflection: usualReflection },
  });
  const step = (
    kind: "practice" | "task" | "check",
    name: string,
    releaseId: string | null,
    percent: number | null,
  ) => ({
    ...{ id: null, kind, name, releaseId, percent, by: "best" as const, dueOn: null },
  });
  const { id: pathId } = await paths.makePath(scopeAt(teacher, daysAgo(9)), {
    params: { classId },
    body: {
      name: school.name,
      steps: [
        step("practice", school.steps[0] ?? "", practice, 60),
        step("task", school.steps[1] ?? "", null, null),
        step("check", school.steps[2] ?? "", check, 60),
        step("task", school.steps[3] ?? "", null, null),
      ],
    },
  });
  const { steps, students } = await paths.showPath(scopeAt(teacher, now), { params: { pathId } });
  const sitAt = async (studentId: string, releaseId: string, right: number, at: Date) => {
    const student: Student = { kind: "student", departmentId, studentId };
    const begun = await delivery.beginSitting(scopeAt(student, at), { params: { releaseId } });
    const keys = await listKeys(db, departmentId, begun.sitting.id);
    const sitter: Sitter = { kind: "sitter", tokenHash: hashOf(begun.token) };
    const later = scopeAt(sitter, new Date(at.getTime() + 4 * 60_000));
    const params = { sittingId: begun.sitting.id };
    const events = keys.map(({ position, key, wrong }, i) => ({
      ...{ seq: i + 1, position, revisit: false, spentMs: 31_000 + 1700 * i, clientMs: later.now().getTime() },
      answer: { kind: "oneRightAnswer" as const, optionId: i < right ? key : wrong },
    }));
    await delivery.saveAnswers(later, { params, body: { epoch: 1, events, shown: keys.map((one) => one.position) } });
    await delivery.handIn(later, { params });
  };
  for (const [i, journey] of journeys.entries()) {
    const studentId = students[i]?.studentId;
    if (studentId === undefined) continue;
    const { practice: practised = [], isTicked, check: checked = [], reflects, isDone } = journey;
    const shift = (i * 37 + 5) * 60_000;
    for (const [n, right] of practised.entries())
      await sitAt(studentId, practice, right, new Date(daysAgo(7 - n).getTime() + shift));
    if (isTicked === true)
      await paths.tickStep(scopeAt(teacher, new Date(daysAgo(5).getTime() + shift)), {
        params: { pathId, stepId: steps[1]?.id ?? "" },
        body: { studentIds: [studentId], note: i === 0 ? school.note : null },
      });
    for (const right of checked) await sitAt(studentId, check, right, new Date(daysAgo(2).getTime() + shift));
    if (isDone === true)
      await paths.tickStep(scopeAt(teacher, daysAgo(1)), {
        params: { pathId, stepId: steps[3]?.id ?? "" },
        body: { studentIds: [studentId], note: null },
      });
    if (reflects === true)
      await delivery.reflect(scopeAt({ kind: "student", departmentId, studentId }, daysAgo(1)), {
        params: { releaseId: check },
        body: {
          answers: Object.fromEntries(
            usualReflection.map(({ id, choices }) => [
              id,
              choices?.[0] ?? "I took the total for the share per person.",
            ]),
          ),
        },
      });
  }
}

/** The class of that name in the newest school year, and who teaches it. */
export async function classInUse(
  db: OpenScope["db"],
  lead: Member,
  name: string,
): Promise<{ classId: string; teacher: Member }> {
  const { departmentId } = lead;
  const { id: classId } = await db
    .selectFrom("class")
    .innerJoin("schoolYear as year", "year.id", "class.schoolYearId")
    .select("class.id")
    .where("class.departmentId", "=", departmentId)
    .where("class.name", "=", name)
    .orderBy("year.startsOn", "desc")
    .executeTakeFirstOrThrow();
  const [colleague] = await listTeachers(db, departmentId, [classId]);
  return { classId, teacher: colleague ? { ...lead, role: "teacher", personId: colleague.personId } : lead };
}

/** The students of a class, by family name. */
export async function rosterOf(db: OpenScope["db"], departmentId: string, classId: string): Promise<string[]> {
  const rows = await db
    .selectFrom("enrolment")
    .innerJoin("student", "student.id", "enrolment.studentId")
    .select("enrolment.studentId")
    .where("enrolment.departmentId", "=", departmentId)
    .where("enrolment.classId", "=", classId)
    .where("enrolment.leftOn", "is", null)
    .orderBy("student.familyName")
    .execute();
  return rows.map(({ studentId }) => studentId);
}

async function listItems(db: OpenScope["db"], departmentId: string, topics: readonly string[]): Promise<string[]> {
  const rows = await db
    .selectFrom("item")
    .innerJoin("topic", "topic.id", "item.topicId")
    .select(["item.id", "item.familyId"])
    .where("item.departmentId", "=", departmentId)
    .where("topic.name", "in", topics)
    .where("item.kind", "=", "oneRightAnswer")
    .where("item.use", "=", "practice")
    .where("item.status", "=", "approved")
    .orderBy("item.number")
    .execute();
  // No two look-alikes.
  const first = [...new Map(rows.map((row) => [row.familyId, row.id])).values()];
  // Practice takes every second, the check the others: both are about all of the topics.
  return [...first.filter((_, i) => i % 2 === 0).slice(0, questions), ...first.filter((_, i) => i % 2 === 1)];
}

async function listKeys(db: OpenScope["db"], departmentId: string, sittingId: string) {
  const rows = await db
    .selectFrom("sittingItem as si")
    .innerJoin("itemRevision as revision", "revision.id", "si.revisionId")
    .select(["si.position", "revision.content"])
    .where("si.departmentId", "=", departmentId)
    .where("si.sittingId", "=", sittingId)
    .orderBy("si.position")
    .execute();
  return rows.flatMap(({ position, content }) => {
    if (content.kind !== "oneRightAnswer") return [];
    const pick = (isKey: boolean) => content.options.find((option) => option.isKey === isKey)?.id ?? "";
    return { position, key: pick(true), wrong: pick(false) };
  });
}
