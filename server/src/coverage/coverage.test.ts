/** What the bank has for each topic, what reviews will need, and how often a check can be sat. */
import { expect, test } from "vitest";
import { createQuiz, setLayout, showQuiz } from "../assembly/service.ts";
import { listItems, setItemStatus, showItem } from "../bank/service.ts";
import { showItemFigures } from "../insight/itemFigures.ts";
import { showBeforeTeaching } from "../insight/beforeTeaching.ts";
import { newId } from "../platform/id.ts";
import { fixedPlaces } from "../platform/testing/choices.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { setGoal } from "../writing/service.ts";
import { listChecks, showCoverage, showNeeds } from "./service.ts";

const bench = useWorkbench();
const coverage = (by: "standard" | "demand" | "kind", use?: "practice" | "reserved") =>
  showCoverage(bench.lead, { query: { by, use } });

test("counts are those of the list, cells add up, what is wanted stands beside it, and a retired item counts no more", async () => {
  const { topics } = await coverage("demand");
  for (const topic of topics) {
    const found = await listItems(bench.lead, {
      query: { topicId: topic.topicId, status: ["approved"], use: ["practice"], sort: "newest", limit: 1 },
    });
    const own = found.facets.topic.find((one) => one.id === topic.topicId)?.count ?? 0;
    const isLeaf = found.facets.topic.filter((one) => one.count > 0).length <= 2;
    if (isLeaf && topic.practice > 0) expect(topic.practice).toBe(own);
    expect(topic.cells.reduce((sum, cell) => sum + cell.usable, 0)).toBe(topic.practice + topic.reserved);
  }
  const topic = topics.find((one) => one.practice > 1)!;
  await setGoal(bench.lead, {
    params: { goalId: newId() },
    body: { topicId: topic.topicId, personId: bench.teacher.caller.personId, wanted: 7, until: "2031-03-01" },
  });
  const { items } = await listItems(bench.lead, {
    query: { topicId: topic.topicId, use: ["practice"], status: ["approved"], sort: "newest", limit: 1 },
  });
  const item = await showItem(bench.lead, { params: { itemId: items[0]!.id } });
  await setItemStatus(bench.lead, {
    params: { itemId: item.id },
    body: { version: item.version, status: "retired", successorId: null },
  });
  const after = (await coverage("kind", "practice")).topics.find((one) => one.topicId === topic.topicId)!;
  expect(after).toMatchObject({
    practice: topic.practice - 1,
    wanted: 7,
    written: 0,
    until: "2031-03-01",
    writers: [bench.teacher.caller.name],
  });
});

test("a standard that a topic is to serve is a gap as long as nothing serves it", async () => {
  const served = await bench.db.selectFrom("topicStandard").select(["topicId", "standardId"]).executeTakeFirstOrThrow();
  await bench.db.deleteFrom("itemStandard").where("standardId", "=", served.standardId).execute();
  await bench.db.updateTable("item").set({ changeSeq: 1_000_000 }).execute();
  await bench.db.updateTable("department").set({ bankVersion: 1_000_000 }).execute();
  const topic = (await coverage("standard")).topics.find((one) => one.topicId === served.topicId);
  expect(topic?.cells).toContainEqual({ id: served.standardId, usable: 0, inProgress: 0 });
});

test("reviews to come use up what a class has not met: what it has met runs out sooner", async () => {
  const needs = () => showNeeds(bench.lead, { params: { classId: bench.classId } });
  const before = await needs();
  expect(before.topics.length).toBeGreaterThan(0);
  for (const one of before.topics) expect(one.needed).toBe(one.returns * before.itemsPerReturn);
  for (const one of before.topics)
    expect(one.runsOutOn === null).toBe(Math.floor(one.unseen / before.itemsPerReturn) >= one.returns);
  const { quiz, releaseId } = await release(bench, { count: 4 });
  for (const student of [0, 1]) await sit(bench, student, releaseId, (position) => position > 2);
  const met = new Set(fixedPlaces(quiz).map((place) => place.strand.name));
  expect(met.size).toBeGreaterThan(0);
  const sum = (list: typeof before) => list.topics.reduce((total, one) => total + one.unseen, 0);
  expect(sum(await needs())).toBeLessThan(sum(before));
  const { lead } = await otherDepartment(bench);
  await expect(showNeeds(lead, { params: { classId: bench.classId } })).rejects.toMatchObject({ kind: "missing" });

  const itemId = fixedPlaces(quiz)[0]!.itemId;
  const figures = await showItemFigures(bench.lead, { params: { itemId } });
  expect(figures).toMatchObject({ facility: { right: 0, outOf: 2 }, trust: "estimate", students: 2, climb: null });
  expect(figures.given).toMatchObject([{ releaseId, facility: { right: 0, outOf: 2 } }]);
  expect(figures.quizzes.map((one) => one.id)).toContain(quiz.id);
  await expect(showItemFigures(lead, { params: { itemId } })).rejects.toMatchObject({ kind: "missing" });
  const { tagging } = await showItem(bench.lead, { params: { itemId } });
  const known = await showBeforeTeaching(bench.lead, { params: { topicId: tagging.topicId! } });
  expect(known.answers).toBeGreaterThanOrEqual(2);
  expect(known.classes).toMatchObject([{ classId: bench.classId }]);
  for (const idea of known.ideas) expect(idea.holders.right).toBeLessThanOrEqual(idea.holders.outOf);
});

test("a check can be sat as often as its scarcest draw allows", async () => {
  const { items } = await listItems(bench.lead, {
    query: { kind: ["oneRightAnswer"], status: ["approved"], use: ["practice"], sort: "oldest", limit: 200 },
  });
  const details = await Promise.all(items.map((row) => showItem(bench.lead, { params: { itemId: row.id } })));
  const single = details.filter((item, i) => details.findIndex((one) => one.familyId === item.familyId) === i);
  const ids = single.map((item) => item.id);
  const quiz = await createQuiz(bench.lead, { body: { classId: bench.classId, itemIds: [ids[0]!] } });
  const draw = (itemIds: string[], take: number) => ({ type: "draw" as const, itemIds, take, points: 1 });
  const part = (heading: string, places: ReturnType<typeof draw>[]) => ({
    ...{ heading, instruction: null, orderRule: "asWritten" as const, places },
  });
  await setLayout(bench.lead, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      parts: [part("Rich", [draw(ids.slice(0, 4), 1)]), part("Poor", [draw(ids.slice(4, 7), 2)])],
    },
  });
  const { checks } = await listChecks(bench.lead);
  expect(checks.find((one) => one.quizId === quiz.id)).toMatchObject({
    goes: 1,
    bottleneck: { parts: ["Poor"], take: 2, families: 3 },
  });
  // A part without a heading is named by its number, a quiz of one part is the quiz.
  const nameless = async (...places: ReturnType<typeof draw>[][]) => {
    const { version } = await showQuiz(bench.lead, { params: { quizId: quiz.id } });
    const parts = places.map((own) => ({ ...part("", own), heading: null }));
    await setLayout(bench.lead, { params: { quizId: quiz.id }, body: { version, parts } });
    return (await listChecks(bench.lead)).checks.find((one) => one.quizId === quiz.id)?.bottleneck.parts;
  };
  expect(await nameless([draw(ids.slice(0, 4), 1)], [draw(ids.slice(4, 7), 2)])).toEqual(["part 2"]);
  expect(await nameless([draw(ids.slice(0, 4), 1)])).toEqual(["the quiz"]);
});
