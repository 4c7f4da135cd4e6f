/** The marks of a class: what counts, what does not, and that it says the same as the results of each quiz. */
import { beforeEach, expect, test } from "vitest";
import { presets, type Rules } from "@verdant/core/delivery/rules";
import { createQuiz } from "../assembly/service.ts";
import { setGroup } from "../courses/service.ts";
import * as delivery from "../delivery/service.ts";
import { showResults } from "../insight/service.ts";
import { newId } from "../platform/id.ts";
import { fixedPlaces } from "../platform/testing/choices.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as marks from "./service.ts";

const bench = useWorkbench();
beforeEach(() => {
  bench.clock.now = new Date(bench.clock.now.getTime() + 3_600_000);
});

const idOf = (n: number) => bench.students[n]!.studentId;
const params = (releaseId = "") => ({ classId: bench.classId, releaseId });
const show = () => marks.showMarks(bench.lead, { params: params() });
const rowOf = async (n: number) => (await show()).students.find((one) => one.studentId === idOf(n));
const cellOf = async (n: number, releaseId: string) =>
  (await rowOf(n))?.cells.find((one) => one.releaseId === releaseId);
const weigh = (releaseId: string, weight: number | null) =>
  marks.setMarkWeight(bench.lead, { params: params(releaseId), body: { weight } });
const given = (rules: Partial<Rules>, count = 2) => release(bench, { count, rules: { goes: null, ...rules } });
const check = { ...presets.check, goes: null, waitHours: 0 };

test("what counts is what the results of each quiz say, by its rule; checks weigh one, reviews nothing", async () => {
  const quizzes = [await given({ ...check, counts: "mean" }), await given({ counts: "first" }), await given(check)];
  const [mean, review, best] = quizzes.map(({ releaseId }) => releaseId) as [string, string, string];
  await sit(bench, 0, mean, () => false);
  await sit(bench, 0, mean, () => true);
  await sit(bench, 0, review, () => false);
  await sit(bench, 0, best, (position) => position === 1);
  await sit(bench, 0, best, () => false);
  const { releases } = await show();
  expect(releases.map(({ id, weight }) => [id, weight])).toEqual(
    expect.arrayContaining([
      [mean, 1],
      [review, 0],
      [best, 1],
    ]),
  );
  for (const releaseId of [mean, review, best]) {
    const { perStudent } = await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
    const { mark, outOf } = perStudent.find((one) => one.studentId === idOf(0))!;
    expect(await cellOf(0, releaseId)).toMatchObject({ state: "marked", points: mark, outOf });
  }
  expect(await rowOf(0)).toMatchObject({ share: 0.5, counted: 2 });
});

test("a quiz that counts out of twenty stands so in the table; its share and what waits are in step", async () => {
  const { releaseId } = await given({ ...check, outOf: 20 }, 4);
  await sit(bench, 12, releaseId, (position) => position < 4);
  expect(await cellOf(12, releaseId)).toMatchObject({ state: "marked", points: 15, outOf: 20, waitingPoints: 0 });
  expect(await rowOf(12)).toMatchObject({ share: 0.75, counted: 1 });
});

test("weights: three times a check, nothing, and back to what is usual", async () => {
  const [one, two] = [await given(check), await given(check)];
  await sit(bench, 1, one.releaseId, () => true);
  await sit(bench, 1, two.releaseId, () => false);
  expect(await rowOf(1)).toMatchObject({ share: 0.5 });
  await weigh(one.releaseId, 3);
  expect(await rowOf(1)).toMatchObject({ share: 0.75, counted: 2 });
  await weigh(two.releaseId, 0);
  expect(await rowOf(1)).toMatchObject({ share: 1, counted: 1 });
  const table = await weigh(one.releaseId, null);
  expect(table.releases.find(({ id }) => id === one.releaseId)).toMatchObject({ weight: 1, usualWeight: 1 });
});

test("absent is not zero, excused counts nowhere though it was taken, and both are told apart from what can still come", async () => {
  const done = await given(check);
  const closed = await release(bench, { count: 2, rules: check, shutsInMinutes: 30 });
  await sit(bench, 2, done.releaseId, () => true);
  await sit(bench, 2, closed.releaseId, () => false);
  await delivery.beginSitting(bench.students[4]!.scope, { params: { releaseId: done.releaseId } });
  bench.clock.now = new Date(bench.clock.now.getTime() + 3_600_000);
  expect(await cellOf(3, closed.releaseId)).toMatchObject({ state: "absent", points: null });
  expect(await cellOf(3, done.releaseId)).toMatchObject({ state: "open" });
  expect(await cellOf(4, done.releaseId)).toMatchObject({ state: "running" });
  expect(await rowOf(3)).toMatchObject({ share: null, counted: 0 });
  expect(await rowOf(2)).toMatchObject({ share: 0.5 });
  await marks.excuse(bench.lead, {
    params: params(closed.releaseId),
    body: { studentIds: [idOf(2), idOf(3)], reason: "On a visit." },
  });
  expect(await rowOf(2)).toMatchObject({ share: 1, counted: 1 });
  expect(await cellOf(2, closed.releaseId)).toMatchObject({ state: "excused", reason: "On a visit.", points: 0 });
  await marks.excuseNoLonger(bench.lead, { params: params(closed.releaseId), body: { studentIds: [idOf(2)] } });
  expect(await rowOf(2)).toMatchObject({ share: 0.5 });
  expect(await cellOf(3, closed.releaseId)).toMatchObject({ state: "excused" });
});

test("a quiz for a group is nobody else's, and a go that was taken out is no mark", async () => {
  const { groups } = await setGroup(bench.lead, {
    params: { classId: bench.classId, groupId: newId() },
    body: { name: "Early", studentIds: [idOf(5), idOf(6)] },
  });
  const first = await given(check);
  const quiz = await createQuiz(bench.lead, {
    body: { classId: bench.classId, itemIds: fixedPlaces(first.quiz).map((place) => place.itemId) },
  });
  const groupId = groups.find(({ name }) => name === "Early")?.id ?? "";
  const { id } = await delivery.releaseQuiz(bench.lead, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      rules: check,
      targets: [{ classId: bench.classId, groupId, studentId: null, opensAt: null, shutsAt: null }],
    },
  });
  expect(await cellOf(7, id)).toMatchObject({ state: "notGiven" });
  expect(await cellOf(6, id)).toMatchObject({ state: "open" });
  const { sittingId } = await sit(bench, 5, id, () => true);
  expect(await cellOf(5, id)).toMatchObject({ state: "marked", points: 2, outOf: 2 });
  await delivery.voidGo(bench.lead, { params: { releaseId: id, sittingId }, body: { reason: "Somebody else." } });
  expect(await cellOf(5, id)).toMatchObject({ state: "open", points: null });
});

test("another department's class, a quiz of another class, and a student of another class are refused", async () => {
  const { releaseId } = await given(check);
  const stranger = await otherDepartment(bench);
  await expect(marks.showMarks(stranger.lead, { params: params() })).rejects.toMatchObject({ kind: "missing" });
  await expect(
    marks.setMarkWeight(stranger.lead, { params: params(releaseId), body: { weight: 2 } }),
  ).rejects.toMatchObject({ kind: "missing" });
  await expect(weigh(newId(), 2)).rejects.toMatchObject({ kind: "missing" });
  await expect(
    marks.excuse(bench.lead, { params: params(releaseId), body: { studentIds: [newId()], reason: "" } }),
  ).rejects.toMatchObject({ code: "studentNotInClass" });
});
