/** What the marks of a release say as a whole. */
import { expect, test } from "vitest";
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
