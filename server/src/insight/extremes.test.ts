/** What classes and quizzes may be like at their edges: every page of results opens, and what it says stays true. */
import { presets } from "@verdant/core/delivery/rules";
import { kinds } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { sql } from "kysely";
import { beforeEach, expect, test } from "vitest";
import { createQuiz } from "../assembly/service.ts";
import { assumed, saveItem, showItem } from "../bank/service.ts";
import { changeEnrolment, createClass, enrolStudents, listEnrolments, moveStudent } from "../courses/service.ts";
import * as delivery from "../delivery/service.ts";
import { showClassOverTime } from "../overTime/classOverTime.ts";
import { showStudentOverTime } from "../overTime/studentOverTime.ts";
import { newId } from "../platform/id.ts";
import { fixedPlaces } from "../platform/testing/choices.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { listAnswersOfRelease } from "./answers.ts";
import { showSheets } from "./sheets.ts";
import { showResults, showStandardsOfRelease } from "./service.ts";

const bench = useWorkbench();
beforeEach(() => {
  bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
});

type Go = "first" | "last" | "all";

/** All pages about a release of a class. */
async function open(releaseId: string, { go = "first", classId = bench.classId }: { go?: Go; classId?: string } = {}) {
  const params = { releaseId };
  const results = await showResults(bench.lead, { params, query: { go, classId } });
  const { answers } = await listAnswersOfRelease(bench.lead, { params, query: { go, classId } });
  const { students: sheets } = await showSheets(bench.lead, { params, query: { classId } });
  const overTime = await showClassOverTime(bench.lead, { params: { classId } });
  return { results, answers, sheets, ofRelease: overTime.releases.find(({ id }) => id === releaseId) };
}

const studentPage = (studentId: string, classId = bench.classId) =>
  showStudentOverTime(bench.lead, { params: { classId, studentId } });

test("nobody has handed in, then one", async () => {
  const { releaseId } = await release(bench, { count: 3 });
  const none = await open(releaseId);
  expect(none.results).toMatchObject({ begun: 0, handedIn: 0, reliability: null, goes: null, outcome: { outOf: 0 } });
  expect([none.answers, none.sheets]).toEqual([[], []]);
  await sit(bench, 0, releaseId, (position) => position === 1);
  const one = await open(releaseId);
  expect(one.results).toMatchObject({ handedIn: 1, reliability: null, outcome: { right: 1, outOf: 3 } });
  expect(one.answers).toHaveLength(3);
  expect(one.ofRelease?.outcome).toEqual(one.results.outcome);
});

test("one student goes thirty times: the first go is what items and recall know", async () => {
  const { releaseId } = await release(bench, { count: 2, rules: { goes: null, counts: "best" } });
  for (let n = 0; n < 30; n++) {
    bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
    await sit(bench, 1, releaseId, (position) => position <= (n === 0 ? 0 : n === 29 ? 2 : 1));
  }
  const first = await open(releaseId);
  expect(first.results.items.map(({ facility }) => [facility.right, facility.outOf])).toEqual([
    [0, 1],
    [0, 1],
  ]);
  const { results, answers } = await open(releaseId, { go: "all" });
  expect(answers).toHaveLength(60);
  expect(results.goes).toMatchObject({ students: 1, before: 0, after: 1, change: null });
  expect(results.goes?.each).toHaveLength(30);
  // Sixty answers of one student are no sixty students: the interval says so.
  const [item] = results.items;
  expect(item?.facility.high === null || (item?.facility.high ?? 0) - (item?.facility.low ?? 0) > 0.5).toBe(true);
  const page = await studentPage(bench.students[1]!.studentId);
  expect(page.releases.find(({ id }) => id === releaseId)).toMatchObject({ points: 2, outOf: 2 });
});

test("only opinions: nothing is right or wrong, and every page opens", async () => {
  const itemId = newId();
  const content = { ...kinds.opinion.blank(newId), stem: richTextOf("Was it well explained?") };
  await saveItem(bench.lead, {
    params: { itemId },
    body: { version: 0, content, tagging: { ...assumed, topicId: null, standardIds: [], use: "practice" } },
  });
  await sql`update item set status = 'approved', approved_revision_id = latest_revision_id where id = ${itemId}`.execute(
    bench.db,
  );
  const { releaseId } = await release(bench, { itemIds: [itemId] });
  const begun = await delivery.beginSitting(bench.students[2]!.scope, { params: { releaseId } });
  const params = { sittingId: begun.sitting.id };
  const value = content.choices[0]?.id ?? "1";
  await delivery.saveAnswers(bench.sitter(begun.token), {
    params,
    body: {
      epoch: 1,
      events: [{ seq: 1, position: 1, answer: { kind: "opinion", value }, revisit: false, spentMs: 900, clientMs: 0 }],
      shown: [1],
    },
  });
  await delivery.handIn(bench.sitter(begun.token), { params });
  const { results, ofRelease } = await open(releaseId);
  expect(results.outcome.outOf).toBe(0);
  expect(results.perStudent.filter(({ mark }) => mark !== null).map(({ outOf }) => outOf)).toEqual([0]);
  expect(ofRelease?.marks).toEqual([]);
  expect((await studentPage(bench.students[2]!.studentId)).releases.some(({ id }) => id === releaseId)).toBe(true);
});

test("a release of two classes: each has its own students and figures; two of one name are two", async () => {
  const { courseId } = await bench.db
    .selectFrom("class")
    .select("courseId")
    .where("id", "=", bench.classId)
    .executeTakeFirstOrThrow();
  const { id: other } = await createClass(bench.lead, { body: { name: "The others", courseId, rehearsal: false } });
  await enrolStudents(bench.lead, { params: { classId: other }, body: { names: "Ada Moss\nAda Two\nBen Reed" } });
  const two = (await listEnrolments(bench.lead, { params: { classId: other } })).students.find(
    ({ name }) => name === "Ada Two",
  )!;
  const { students } = await changeEnrolment(bench.lead, {
    params: { classId: other, studentId: two.studentId },
    body: { name: { givenName: "Ada", familyName: "Moss" } },
  });
  expect(students.map(({ name }) => name)).toEqual(["Ada Moss", "Ada Moss", "Ben Reed"]);
  const { quiz } = await release(bench, { count: 3 });
  const { id: releaseId } = await delivery.releaseQuiz(bench.lead, {
    params: {
      quizId: (
        await createQuiz(bench.lead, {
          body: { classId: bench.classId, itemIds: fixedPlaces(quiz).map(({ itemId }) => itemId) },
        })
      ).id,
    },
    body: {
      version: 1,
      rules: { ...presets.weeklyReview, ownOrder: false },
      targets: [bench.classId, other].map((classId) => ({
        classId,
        groupId: null,
        studentId: null,
        opensAt: null,
        shutsAt: null,
      })),
    },
  });
  await sit(bench, 3, releaseId, () => true);
  const scopes = students.map(({ studentId }) => ({
    ...{ studentId, entryCard: "" },
    scope: bench.scopeOf({ kind: "student" as const, departmentId: bench.departmentId, studentId }),
  }));
  await sit({ ...bench, students: scopes }, 0, releaseId, () => true);
  await sit({ ...bench, students: scopes }, 1, releaseId, () => false);
  const [ours, theirs] = [await open(releaseId), await open(releaseId, { classId: other })];
  expect([ours.results.handedIn, theirs.results.handedIn]).toEqual([1, 2]);
  expect(theirs.results.perStudent.map(({ name, mark }) => [name, mark])).toEqual([
    ["Ada Moss", 3],
    ["Ada Moss", 0],
    ["Ben Reed", null],
  ]);
  expect(theirs.sheets.filter(({ name }) => name === "Ada Moss").map(({ studentId }) => studentId)).toContain(
    students[1]!.studentId,
  );
  expect(ours.results.items.every(({ facility }) => facility.outOf === 1)).toBe(true);
});

test("who changes class in mid-term stays in what they did, and begins anew in the other", async () => {
  const { releaseId } = await release(bench, { count: 3 });
  await sit(bench, 4, releaseId, () => true);
  const { studentId } = bench.students[4]!;
  const { courseId } = await bench.db
    .selectFrom("class")
    .select("courseId")
    .where("id", "=", bench.classId)
    .executeTakeFirstOrThrow();
  const { id: next } = await createClass(bench.lead, { body: { name: "The next", courseId, rehearsal: false } });
  await moveStudent(bench.lead, { params: { classId: bench.classId, studentId }, body: { toClassId: next } });
  const { results } = await open(releaseId);
  expect(results.perStudent.find((one) => one.studentId === studentId)).toMatchObject({
    mark: 3,
    leftOn: "2031-02-05",
  });
  expect(results.outcome).toMatchObject({ right: 3, outOf: 3 });
  const page = await studentPage(studentId, next);
  expect(page.releases.map(({ id }) => id)).not.toContain(releaseId);
});

test("an item that is changed, moved and archived afterwards: the quiz stays as it was given", async () => {
  const { quiz, releaseId } = await release(bench, { count: 2 });
  await sit(bench, 5, releaseId, () => true);
  const before = await open(releaseId);
  const itemId = fixedPlaces(quiz)[0]?.itemId ?? "";
  const item = await showItem(bench.lead, { params: { itemId } });
  const { topicId } = await bench.db
    .selectFrom("topic")
    .select("id as topicId")
    .where("departmentId", "=", bench.departmentId)
    .where("id", "!=", item.tagging.topicId)
    .executeTakeFirstOrThrow();
  await saveItem(bench.lead, {
    params: { itemId },
    body: {
      version: item.version,
      content: { ...item.content, stem: richTextOf("Asked quite otherwise?") },
      tagging: { ...item.tagging, topicId },
    },
  });
  await sql`update item set archived_at = now() where id = ${itemId}`.execute(bench.db);
  const after = await open(releaseId);
  const asGiven = ({ results }: typeof after) =>
    results.items.map(({ stem, facility, position }) => ({ stem, facility, position }));
  expect(asGiven(after)).toEqual(asGiven(before));
  expect(after.answers.map(({ question, credit }) => [question, credit])).toEqual(
    before.answers.map(({ question, credit }) => [question, credit]),
  );
});

test("a class without any standard, and one of two hundred", async () => {
  await sql`delete from item_standard where department_id = ${bench.departmentId}`.execute(bench.db);
  const { courseId } = await bench.db
    .selectFrom("class")
    .select("courseId")
    .where("id", "=", bench.classId)
    .executeTakeFirstOrThrow();
  const { id: hall } = await createClass(bench.lead, { body: { name: "The hall", courseId, rehearsal: false } });
  const names = Array.from({ length: 200 }, (_, i) => `Student${String(i)} Of`).join("\n");
  await enrolStudents(bench.lead, { params: { classId: hall }, body: { names } });
  const { students } = await listEnrolments(bench.lead, { params: { classId: hall } });
  const itemIds = fixedPlaces((await release(bench, { count: 6 })).quiz).map(({ itemId }) => itemId);
  const { releaseId } = await release({ ...bench, classId: hall }, { itemIds });
  const scopes = students.map(({ studentId }) => ({
    ...{ studentId, entryCard: "" },
    scope: bench.scopeOf({ kind: "student" as const, departmentId: bench.departmentId, studentId }),
  }));
  for (let n = 0; n < 40; n++)
    await sit({ ...bench, students: scopes }, n, releaseId, (position) => (n * position) % 7 > 2);
  const { results, sheets } = await open(releaseId, { classId: hall });
  expect(results).toMatchObject({ students: 200, handedIn: 40 });
  expect(results.waiting).toHaveLength(160);
  expect(results.reliability).toMatchObject({ by: "sameQuestions", students: 40, questions: 6, outOf: 6 });
  expect(sheets.length).toBeLessThanOrEqual(40);
  const params = { releaseId };
  expect((await showStandardsOfRelease(bench.lead, { params, query: { classId: hall } })).standards).toEqual([]);
  expect((await studentPage(students[0]!.studentId, hall)).standards).toEqual([]);
});
