/** What was done about wrong answers, and what came out when the questions came back: which answers count, and for what. */
import { expect, test } from "vitest";
import { newId } from "../platform/id.ts";
import { localDateOf } from "../platform/localDate.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { addRemedy, listRemedyDays, listWhatHelped, removeRemedy, showClassRemedies } from "./service.ts";

const bench = useWorkbench();
const later = (hours: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + hours * 3_600_000);
};
const show = () => showClassRemedies(bench.teacher, { params: { classId: bench.classId } });
const add = (body: Parameters<typeof addRemedy>[1]["body"], remedyId: string = newId()) =>
  addRemedy(bench.teacher, { params: { classId: bench.classId, remedyId }, body });
const itemsOf = async (releaseId: string) =>
  bench.db
    .selectFrom("releaseItem")
    .innerJoin("releasePlace", "releasePlace.id", "releaseItem.placeId")
    .innerJoin("item", "item.id", "releaseItem.itemId")
    .where("releaseItem.releaseId", "=", releaseId)
    .select(["releaseItem.itemId", "item.topicId"])
    .orderBy("releasePlace.position")
    .execute();

let items: Awaited<ReturnType<typeof itemsOf>> = [];
const remedyId = newId();

test("without anything done there is nothing but what came back by itself", async () => {
  expect(await show()).toMatchObject({ remedies: [], helped: [], without: { right: 0, outOf: 0 }, isMore: false });
  // Questions 1 and 2 go wrong for all twelve.
  const { releaseId } = await release(bench, { count: 4 });
  items = await itemsOf(releaseId);
  for (let n = 0; n < 12; n++) await sit(bench, n, releaseId, (position) => position > 2);
  expect((await show()).without.outOf).toBe(0);
  expect((await listWhatHelped(bench.teacher)).ideas).toMatchObject([{ idea: null, helped: [] }]);
});

test("an answer counts for the last thing done between it and the next one, and for nothing otherwise", async () => {
  later(1);
  await add({ kind: "starter", itemId: items[0]!.itemId }, remedyId);
  // The same deed sent twice is one.
  await add({ kind: "starter", itemId: items[0]!.itemId }, remedyId);
  expect((await show()).remedies).toMatchObject([
    { id: remedyId, kind: "starter", item: { id: items[0]!.itemId }, outcome: { outOf: 0, low: null } },
  ]);
  later(24);
  const again = await release(bench, { itemIds: items.map(({ itemId }) => itemId) });
  // The first, which was taken up, goes right for ten; the second, which was not, for three.
  for (let n = 0; n < 12; n++)
    await sit(bench, n, again.releaseId, (position) => (position === 1 ? n < 10 : position === 2 ? n < 3 : true));
  const { remedies, helped, without } = await show();
  expect(remedies[0]?.outcome).toMatchObject({ right: 10, outOf: 12 });
  expect(without).toMatchObject({ right: 3, outOf: 12 });
  expect(helped).toMatchObject([{ kind: "starter", outcome: { right: 10, outOf: 12 }, change: { verdict: "rise" } }]);
  // What was right the first time is no wrong answer that came back.
  expect(without.outOf + remedies[0]!.outcome.outOf).toBe(24);
});

test("a topic taught again counts for what lies under it; of two things the later one counts", async () => {
  later(24);
  await add({ kind: "taughtAgain", topicId: items[0]!.topicId! });
  const under = items.filter(({ topicId }) => topicId === items[0]!.topicId).length;
  later(1);
  await add({ kind: "starter", itemId: items[0]!.itemId });
  later(24);
  const third = await release(bench, { itemIds: items.map(({ itemId }) => itemId) });
  for (let n = 0; n < 12; n++) await sit(bench, n, third.releaseId, () => true);
  const { remedies, without } = await show();
  // Two of the first were wrong the second time; nine of the second.
  expect(remedies.map(({ kind, outcome }) => [kind, outcome.outOf])).toEqual([
    ["starter", 2],
    ["taughtAgain", under > 1 ? 9 : 0],
    ["starter", 12],
  ]);
  expect(without.outOf).toBe(under > 1 ? 12 : 21);
});

test("over all classes the same answers are counted, and by the wrong idea that was shown", async () => {
  const { ideas, isCut } = await listWhatHelped(bench.teacher);
  const { helped, without } = await show();
  expect(isCut).toBe(false);
  expect(ideas[0]).toEqual({ idea: null, helped, without });
  for (const { idea, helped: of } of ideas.slice(1)) {
    expect(idea).not.toBeNull();
    expect(of.length).toBeGreaterThan(0);
  }
});

test("taken back it counts no longer; put back at its time it does again; what is to come counts as now", async () => {
  const before = await show();
  const { at } = before.remedies.at(-1)!;
  await removeRemedy(bench.teacher, { params: { classId: bench.classId, remedyId } });
  await removeRemedy(bench.teacher, { params: { classId: bench.classId, remedyId } });
  expect((await show()).without.outOf).toBe(before.without.outOf + 12);
  await add({ kind: "starter", itemId: items[0]!.itemId, at });
  expect((await show()).remedies.at(-1)).toMatchObject({ at, outcome: { right: 10, outOf: 12 } });
  await add({ kind: "starter", itemId: items[1]!.itemId, at: "2099-01-01T00:00:00Z" });
  expect((await show()).remedies[0]?.at).toBe(bench.clock.now.toISOString());
});

test("the plan marks each day on which something was done, at the topic that the course lists", async () => {
  const days = () => listRemedyDays(bench.teacher, { params: { classId: bench.classId } });
  const { remedies } = await show();
  const done = (await days()).days;
  expect(done.map(({ kind, on }) => [kind, on])).toEqual(
    [...remedies].reverse().map(({ kind, at }) => [kind, localDateOf(new Date(at), "Europe/London")]),
  );
  const listed = await bench.db.selectFrom("unitTopic").select("topicId").execute();
  for (const { topicId } of done) expect(listed.map((one) => one.topicId)).toContain(topicId);
  // Twice on one day is one mark; what is long ago is none.
  await add({ kind: "taughtAgain", topicId: items[0]!.topicId! });
  await add({ kind: "taughtAgain", topicId: items[0]!.topicId! });
  expect((await days()).days.filter(({ kind }) => kind === "taughtAgain")).toHaveLength(2);
  const now = bench.clock.now;
  later(24 * 100);
  expect((await days()).days).toEqual([]);
  bench.clock.now = now;
});

test("another department neither sees nor changes it, and lends no items or topics", async () => {
  const other = await otherDepartment(bench);
  const params = { classId: bench.classId, remedyId };
  await expect(showClassRemedies(other.lead, { params })).rejects.toMatchObject({ kind: "missing" });
  await expect(listRemedyDays(other.lead, { params })).rejects.toMatchObject({ kind: "missing" });
  await expect(removeRemedy(other.lead, { params })).rejects.toMatchObject({ kind: "missing" });
  expect((await listWhatHelped(other.lead)).ideas).toMatchObject([{ helped: [], without: { outOf: 0 } }]);
  await expect(add({ kind: "starter", itemId: newId() })).rejects.toMatchObject({ kind: "missing" });
  await expect(add({ kind: "taughtAgain", topicId: newId() })).rejects.toMatchObject({ kind: "missing" });
});
