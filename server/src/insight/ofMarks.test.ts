/** What the marks of a release say as a whole. */
import { describe, expect, test } from "vitest";
import { presets } from "@verdant/core/delivery/rules";
import { composeQuiz, setLayout } from "../assembly/service.ts";
import { releaseQuiz } from "../delivery/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { growthOverGoes } from "./ofMarks.ts";
import { showResults } from "./service.ts";

const bench = useWorkbench();
const show = (releaseId: string) => showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });

test("from ten students on the marks are said to tell them apart or not; alpha by hand", async () => {
  const { releaseId } = await release(bench, { count: 6 });
  // Student n is right at the first n questions, seven steps over ten students.
  for (let n = 0; n < 9; n++) await sit(bench, n, releaseId, (position) => position <= n % 7);
  expect((await show(releaseId)).reliability).toBeNull();
  await sit(bench, 9, releaseId, (position) => position <= 6);
  const { reliability, perStudent } = await show(releaseId);
  if (reliability?.by !== "sameQuestions") throw new Error("no alpha");
  expect(reliability).toMatchObject({ students: 10, questions: 6, outOf: 6 });
  const rows = perStudent
    .filter(({ marks }) => marks.length > 0)
    .map(({ marks }) => marks.map(({ credit }) => credit ?? 0));
  const variance = (values: number[]) => {
    const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
    return values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / values.length;
  };
  const parts = [0, 1, 2, 3, 4, 5].reduce((sum, j) => sum + variance(rows.map((row) => row[j] ?? 0)), 0);
  const total = variance(rows.map((row) => row.reduce((sum, one) => sum + one, 0)));
  expect(reliability.alpha).toBeCloseTo((6 / 5) * (1 - parts / total), 9);
});

test("students who went again are held against themselves; the means are of everybody who took the go", async () => {
  const { releaseId } = await release(bench, { count: 4, rules: { goes: 3 } });
  for (let n = 0; n < 6; n++) await sit(bench, n, releaseId, (position) => position <= 1 + (n % 2));
  expect((await show(releaseId)).goes).toBeNull();
  for (let n = 0; n < 5; n++) await sit(bench, n, releaseId, (position) => position <= 3 + (n % 2));
  const { goes } = await show(releaseId);
  expect(goes).toMatchObject({ students: 5, before: 0.35, after: 0.85, change: { difference: 0.5, verdict: "rise" } });
  expect(goes?.gain).toBeCloseTo(0.5 / 0.65, 9);
  expect(goes?.each.map(({ students, share }) => [students, share.toFixed(4)])).toEqual([
    [6, "0.3750"],
    [5, "0.8500"],
  ]);
});

test("who waits for a mark is not in it yet, nor held against anything", () => {
  const go = (points: number, waitingPoints = 0) => ({
    ...{ ordinal: 1, points, outOf: 4, handedInAt: "2031-02-05T09:00:00.000Z", waitingPoints, late: 0 },
  });
  expect(growthOverGoes([{ goes: [go(1), go(2, 1)] }, { goes: [go(2)] }])).toBeNull();
  expect(growthOverGoes([{ goes: [go(1), go(2)] }, { goes: [go(4), go(4, 1)] }])).toMatchObject({
    students: 1,
    before: 0.25,
  });
});

describe("part by part", () => {
  test("the parts of a quiz add up to the whole; a quiz of one part has none", async () => {
    const whole = await release(bench, { count: 5 });
    expect((await show(whole.releaseId)).parts).toEqual([]);
    const quiz = await composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count: 5 } });
    const itemIds = quiz.places.flatMap((place) => (place.type === "fixed" ? [place.itemId] : []));
    const part = (heading: string | null, ids: readonly string[]) => ({
      ...{ heading, instruction: null, orderRule: "asWritten" as const },
      places: ids.map((itemId) => ({ type: "fixed" as const, itemId, locked: false })),
    });
    const params = { quizId: quiz.id };
    const inTwo = await setLayout(bench.lead, {
      params,
      body: { version: quiz.version, parts: [part(null, itemIds.slice(0, 3)), part("Stretch", itemIds.slice(3))] },
    });
    const targets = [{ classId: bench.classId, groupId: null, studentId: null, opensAt: null, shutsAt: null }];
    const { id: releaseId } = await releaseQuiz(bench.lead, {
      params,
      body: { version: inTwo.version, rules: { ...presets.weeklyReview, ownOrder: false }, targets },
    });
    await sit(bench, 0, releaseId, (position) => position <= 2);
    await sit(bench, 1, releaseId, (position) => position !== 3);
    const { parts, outcome } = await show(releaseId);
    expect(parts).toMatchObject([
      { heading: null, number: 1, first: 1, last: 3, outcome: { right: 4, outOf: 6 } },
      { heading: "Stretch", number: 2, first: 4, last: 5, outcome: { right: 2, outOf: 4 } },
    ]);
    const sum = (of: (share: { right: number; outOf: number }) => number) =>
      parts.reduce((all, part) => all + of(part.outcome), 0);
    expect([sum(({ right }) => right), sum(({ outOf }) => outOf)]).toEqual([outcome.right, outcome.outOf]);
  });
});
