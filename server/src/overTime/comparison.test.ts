/** Two sides on what both were asked: nothing of anything else, and nothing of too few. */
import { beforeEach, expect, test } from "vitest";
import { setGroup } from "../courses/service.ts";
import { newId } from "../platform/id.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { showComparison } from "./comparison.ts";

const bench = useWorkbench();
beforeEach(() => {
  bench.clock.now = new Date(bench.clock.now.getTime() + 3_600_000);
});
const show = (query: { withClassId?: string; groupId?: string } = {}) =>
  showComparison(bench.lead, { params: { classId: bench.classId }, query });
const idsOf = (from: number, to: number) => bench.students.slice(from, to).map(({ studentId }) => studentId);
const groupOf = async (name: string, studentIds: string[]) => {
  const groupId = newId();
  await setGroup(bench.lead, { params: { classId: bench.classId, groupId }, body: { name, studentIds } });
  return groupId;
};

test("without a choice it says what there is to choose, and nothing else", async () => {
  expect(await show()).toMatchObject({ compared: null, groups: [] });
});

test("a group beside the rest: the better one is said to be, on the questions that both had", async () => {
  const groupId = await groupOf("Early", idsOf(0, 10));
  const both = await release(bench, { count: 6 });
  for (let n = 0; n < 20; n++) await sit(bench, n, both.releaseId, (position) => n < 10 || position > 4);
  // What one side alone was asked is no part of it, nor what was asked again.
  bench.clock.now = new Date(bench.clock.now.getTime() + 3_600_000);
  const alone = await release(bench, { count: 3 });
  await sit(bench, 0, alone.releaseId, () => false);
  const { compared } = await show({ groupId });
  expect(compared).toMatchObject({ first: { name: "Early", students: 10 }, second: { students: 10 }, isTooFew: false });
  expect(compared?.questions).toBe(6);
  expect(compared?.all?.first).toMatchObject({ right: 60, outOf: 60 });
  expect(compared?.all?.second).toMatchObject({ right: 20, outOf: 60 });
  expect(compared?.all?.change?.verdict).toBe("rise");
  const sum = (side: "first" | "second") => compared?.topics.reduce((total, topic) => total + topic[side].outOf, 0);
  expect([sum("first"), sum("second")]).toEqual([60, 60]);
});

test("who met a question twice counts with the first time", async () => {
  const { groups } = await show();
  const { compared: before } = await show({ groupId: groups[0]!.id });
  const items = await bench.db
    .selectFrom("releaseItem")
    .select("itemId")
    .distinct()
    .orderBy("itemId")
    .limit(3)
    .execute();
  const again = await release(bench, { itemIds: items.map(({ itemId }) => itemId) });
  await sit(bench, 0, again.releaseId, () => false);
  const { compared } = await show({ groupId: groups[0]!.id });
  expect(compared?.all?.second).toEqual(before?.all?.second);
});

test("nine of a side are too few: no figure of them at all", async () => {
  const groupId = await groupOf("Small", idsOf(0, 9));
  const { compared } = await show({ groupId });
  expect(compared).toMatchObject({ isTooFew: true, all: null, topics: [], first: { students: 9 } });
});

test("a class without anything in common has no questions; one of another department does not exist", async () => {
  const other = await otherDepartment(bench);
  await expect(show({ withClassId: newId() })).rejects.toMatchObject({ kind: "missing" });
  await expect(show({ groupId: newId() })).rejects.toMatchObject({ kind: "missing" });
  await expect(showComparison(other.lead, { params: { classId: bench.classId }, query: {} })).rejects.toMatchObject({
    kind: "missing",
  });
});
