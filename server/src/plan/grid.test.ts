/** The return grid: returns fall on lessons, the forecast only falls between them, and planning raises the outlook. */
import { weekdayOf, dayOf } from "@verdant/core/plan/day";
import { expect, test } from "vitest";
import { newId } from "../platform/id.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { dropReturn, listDue, planReturn, showPlan } from "./service.ts";

const bench = useWorkbench();
const params = () => ({ classId: bench.classId });
const show = () => showPlan(bench.lead, { params: params() });
const topicId = async (name: string) =>
  (await listDue(bench.lead, { params: params() })).topics.find((topic) => topic.name === name)!.topicId;
const planned = async () => (await show()).returns.filter((one) => one.state === "planned").map((one) => one.on);

test("shows weeks from Monday on, the closed ones marked, and forecasts from this week on for what is taught", async () => {
  const { weeks, topics, today } = await show();
  expect(weeks.every(({ monday }) => weekdayOf(dayOf(monday)) === 1)).toBe(true);
  const halfTerm = weeks.find(({ monday }) => monday === "2031-02-17");
  expect(halfTerm?.isClosed).toBe(true);
  expect(weeks.find(({ monday }) => monday === "2031-02-10")?.isClosed).toBe(false);
  for (const topic of topics) {
    expect(topic.forecast).toHaveLength(weeks.length);
    const before = topic.forecast.filter((_, i) => dayOf(weeks[i]!.monday) + 6 < dayOf(today));
    expect(before.every((one) => one === null)).toBe(true);
    const isTaught = topic.taughtOn !== null && topic.taughtOn <= today;
    if (isTaught) expect(topic.forecast.some((one) => one !== null)).toBe(true);
    for (const one of topic.forecast) if (one !== null) expect(one > 0 && one <= 1).toBe(true);
  }
});

test("a return falls on the next lesson, never into holidays; one is not planned for the past, nor twice on a day", async () => {
  const id = await topicId("Meanders");
  const from = "2031-02-15";
  await planReturn(bench.lead, { params: params(), body: { topicId: id, from } });
  // Lessons are on Tuesdays and Thursdays; the week after is half-term.
  expect(await planned()).toEqual(["2031-02-25"]);
  await planReturn(bench.lead, { params: params(), body: { topicId: id, from: "2031-02-25" } });
  expect(await planned()).toEqual(["2031-02-25"]);
  await expect(
    planReturn(bench.lead, { params: params(), body: { topicId: id, from: "2031-01-07" } }),
  ).rejects.toMatchObject({ kind: "invalid", errors: [{ pointer: "/body/from" }] });
  await expect(
    planReturn(bench.lead, { params: params(), body: { topicId: newId(), from: null } }),
  ).rejects.toMatchObject({ kind: "missing" });
  await dropReturn(bench.lead, { params: { ...params(), topicId: id, on: "2031-02-25" } });
  await expect(
    dropReturn(bench.lead, { params: { ...params(), topicId: id, on: "2031-02-25" } }),
  ).rejects.toMatchObject({ kind: "missing" });
});

test("the outlook reaches to the exam; with returns it never lies below what doing nothing leaves", async () => {
  const { outlook, examOn, today } = await show();
  expect(outlook[0]?.on).toBe(today);
  expect(outlook.at(-1)!.on).toBe(examOn);
  for (const { planned: withReturns, nothing } of outlook) expect(withReturns).toBeGreaterThanOrEqual(nothing - 1e-9);
  const nothing = outlook.map((one) => one.nothing);
  expect(nothing.at(-1)).toBeLessThan(nothing[0]!);
});

test("another department sees no plan here and plans nothing", async () => {
  const { lead } = await otherDepartment(bench);
  const body = { topicId: await topicId("Meanders"), from: null };
  await expect(showPlan(lead, { params: params() })).rejects.toMatchObject({ kind: "missing" });
  await expect(planReturn(lead, { params: params(), body })).rejects.toMatchObject({ kind: "missing" });
  expect(await planned()).toEqual([]);
});
