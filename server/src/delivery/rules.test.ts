/** The rules of a release as students meet them: who gets it and when, goes and waits, what shows and from when. */
import { describe, expect, test } from "vitest";
import { richTextOf } from "@verdant/core/richText";
import { sql } from "kysely";
import { opennessLevels, presets, type Rules } from "@verdant/core/delivery/rules";
import { composeQuiz } from "../assembly/service.ts";
import { listItems, saveItem, showItem } from "../bank/service.ts";
import { changeEnrolment, setGroup } from "../courses/service.ts";
import { newId } from "../platform/id.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const hour = 3_600_000;
const after = (hours: number) => new Date(bench.clock.now.getTime() + hours * hour).toISOString();
const wait = (hours: number) => {
  bench.clock.now = new Date(bench.clock.now.getTime() + hours * hour);
};
const now = (student: number) => delivery.whatNow(bench.students[student]!.scope);
const begin = (student: number, releaseId: string) =>
  delivery.beginSitting(bench.students[student]!.scope, { params: { releaseId } });
const resultOf = (student: number, sittingId: string) =>
  delivery.showResult(bench.students[student]!.scope, { params: { sittingId } });

type Targets = Parameters<typeof delivery.releaseQuiz>[1]["body"]["targets"];

async function releaseTo(targets: (Partial<Targets[number]> & object)[], rules: Partial<Rules> = {}) {
  const { classId } = bench;
  const quiz = await composeQuiz(bench.lead, { params: { classId }, body: { count: 2 } });
  return delivery.releaseQuiz(bench.lead, {
    params: { quizId: quiz.id },
    body: {
      version: quiz.version,
      rules: { ...presets.weeklyReview, ...rules },
      targets: targets.map((target) => ({
        classId,
        groupId: null,
        studentId: null,
        opensAt: null,
        shutsAt: null,
        ...target,
      })),
    },
  });
}

describe("who gets it, and when", () => {
  test("a group and a student get it at times of their own; nobody else gets it at all", async () => {
    const groupId = newId();
    await setGroup(bench.lead, {
      params: { classId: bench.classId, groupId },
      body: { name: "Corals", studentIds: [bench.students[1]!.studentId, bench.students[2]!.studentId] },
    });
    const released = await releaseTo([
      { groupId, opensAt: after(2) },
      { studentId: bench.students[2]!.studentId, shutsAt: after(1) },
    ]);
    expect(released.students).toBe(2);
    expect(released.targets.map((target) => target.name)).toEqual([
      "8B: Corals",
      expect.stringMatching(/^8B: \w+ \w+$/),
    ]);
    const isThere = async (student: number) =>
      (await now(student)).releases.some((one) => one.releaseId === released.id && one.mayBegin);
    expect([await isThere(0), await isThere(1), await isThere(2)]).toEqual([false, false, true]);
    await expect(begin(0, released.id)).rejects.toMatchObject({ kind: "missing" });
    await expect(begin(1, released.id)).rejects.toMatchObject({ code: "notOpenYet" });
    wait(2.5);
    // Of several times for one student the most particular counts, also when it is the shorter.
    expect([await isThere(1), await isThere(2)]).toEqual([true, false]);
  });

  test("a target that would shut before it opens, or that is not there, is refused by name, and nothing is released", async () => {
    const before = await delivery.countReleases(bench.lead, {});
    await expect(releaseTo([{ opensAt: after(2), shutsAt: after(1) }])).rejects.toMatchObject({
      kind: "invalid",
      errors: [{ pointer: "/body/targets" }],
    });
    for (const unknown of [{ classId: newId() }, { groupId: newId() }, { studentId: newId() }])
      await expect(releaseTo([unknown])).rejects.toMatchObject({ kind: "invalid" });
    expect(await delivery.countReleases(bench.lead, {})).toBe(before);
  });

  test("who leaves the class keeps the results and gets nothing new", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    const { sittingId } = await sit(bench, 20, releaseId, () => true);
    const params = { classId: bench.classId, studentId: bench.students[20]!.studentId };
    await changeEnrolment(bench.lead, { params, body: { isIn: false } });
    expect((await now(20)).releases).toEqual([]);
    await expect(begin(20, releaseId)).rejects.toMatchObject({ kind: "missing" });
    expect(await resultOf(20, sittingId)).toMatchObject({ points: 2, mayGoAgain: false });
    await changeEnrolment(bench.lead, { params, body: { isIn: true } });
    expect(await resultOf(20, sittingId)).toMatchObject({ mayGoAgain: true });
  });
});

describe("goes", () => {
  test("a wait between goes is told beforehand and kept", async () => {
    const { releaseId } = await release(bench, { count: 2, rules: { goes: 2, waitHours: 24 } });
    const { sittingId } = await sit(bench, 3, releaseId, () => false);
    const listed = async () => (await now(3)).releases.find((one) => one.releaseId === releaseId);
    // Handed in today at whatever time: open again tomorrow morning.
    const tomorrow = "2031-02-06T00:00:00.000Z";
    expect(await listed()).toMatchObject({
      mayBegin: false,
      missing: [{ code: "waitBeforeGo", until: tomorrow }],
      goesTaken: 1,
    });
    await expect(begin(3, releaseId)).rejects.toMatchObject({ code: "waitBeforeGo" });
    expect(await resultOf(3, sittingId)).toMatchObject({
      mayGoAgain: false,
      missing: [{ code: "waitBeforeGo", until: tomorrow }],
    });
    bench.clock.now = new Date("2031-02-06T08:59:00Z");
    expect(await listed()).toMatchObject({ mayBegin: true, missing: [] });
    await sit(bench, 3, releaseId, () => true);
    await expect(begin(3, releaseId)).rejects.toMatchObject({ code: "noMoreGoes", terms: { count: 2 } });
    expect(await listed()).toBeUndefined();
  });

  test.each([
    ["first", 0],
    ["last", 1],
    ["best", 2],
    ["mean", 1],
  ] as const)("of three goes with 0, 2 and 1 points, the %s counts: %d", async (counts, points) => {
    const { releaseId } = await release(bench, { count: 2, rules: { counts } });
    await sit(bench, 4, releaseId, () => false);
    await sit(bench, 4, releaseId, () => true);
    const { sittingId } = await sit(bench, 4, releaseId, (position) => position === 1);
    expect(await resultOf(4, sittingId)).toMatchObject({ ordinal: 3, points: 1, mark: { counts, points } });
  });
});

describe("what shows", () => {
  /** Which parts of a result are there. */
  const partsOf = ({ points, items }: Awaited<ReturnType<typeof resultOf>>) => ({
    points: points !== null,
    credit: items.some((item) => item.credit !== null),
    why: items.some((item) => item.why !== null),
    key: items.some((item) => item.content !== null),
  });
  const all = { points: true, credit: true, why: true, key: true };

  test("each level shows what it says and no more", async () => {
    const expected = {
      nothing: { points: false, credit: false, why: false, key: false },
      score: { ...all, credit: false, why: false, key: false },
      which: { ...all, why: false, key: false },
      why: { ...all, key: false },
      everything: all,
    };
    for (const openness of opennessLevels) {
      const { releaseId } = await release(bench, { count: 2, rules: { openness } });
      const { sittingId } = await sit(bench, 5, releaseId, () => true);
      expect([openness, partsOf(await resultOf(5, sittingId))]).toEqual([openness, expected[openness]]);
      const done = (await now(5)).done.find((one) => one.sittingId === sittingId);
      expect(done?.points !== null).toBe(openness !== "nothing");
    }
  });

  test("nothing before it has shut, or before a teacher says so; then all of it", async () => {
    const atShut = await release(bench, { count: 2, shutsInMinutes: 60, rules: { openFrom: "shut" } });
    const onWord = await release(bench, { count: 2, rules: { openFrom: "word" } });
    const [one, other] = [
      await sit(bench, 6, atShut.releaseId, () => true),
      await sit(bench, 7, onWord.releaseId, () => true),
    ];
    const nothing = { points: false, credit: false, why: false, key: false };
    expect(partsOf(await resultOf(6, one.sittingId))).toEqual(nothing);
    expect(partsOf(await resultOf(7, other.sittingId))).toEqual(nothing);
    wait(1.1);
    expect(partsOf(await resultOf(6, one.sittingId))).toEqual(all);
    expect(partsOf(await resultOf(7, other.sittingId))).toEqual(nothing);
    const ofWord = { params: { releaseId: onWord.releaseId } };
    await delivery.openResults(bench.lead, ofWord);
    expect(partsOf(await resultOf(7, other.sittingId))).toEqual(all);
    // A word given too early can be taken back, and given again; twice is the same as once.
    for (const _ of [1, 2]) await delivery.hideResults(bench.lead, ofWord);
    expect(partsOf(await resultOf(7, other.sittingId))).toEqual(nothing);
    for (const _ of [1, 2]) await delivery.openResults(bench.lead, ofWord);
    expect(partsOf(await resultOf(7, other.sittingId))).toEqual(all);
    const deeds = await bench.db
      .selectFrom("history")
      .select("action")
      .where("entityId", "=", onWord.releaseId)
      .where("action", "like", "results%")
      .orderBy("id")
      .execute();
    expect(deeds.map((deed) => deed.action)).toEqual(["resultsOpened", "resultsHidden", "resultsOpened"]);
  });

  test("a reserved question is not shown again: neither its words, nor its key, nor what was chosen", async () => {
    const { items } = await listItems(bench.lead, { query: { sort: "newest", limit: 5, status: "approved" } });
    const item = await showItem(bench.lead, { params: { itemId: items[0]!.id } });
    const { tagging, content, version } = item;
    await saveItem(bench.lead, {
      params: { itemId: item.id },
      body: { version, content, tagging: { ...tagging, use: "reserved" } },
    });
    const { releaseId } = await release(bench, { itemIds: [item.id, items[1]!.id] });
    const { sittingId } = await sit(bench, 8, releaseId, () => true);
    const result = await resultOf(8, sittingId);
    expect(
      result.items.map(({ view, answer, why, content: whole }) =>
        [view, answer, why, whole].map((part) => part !== null),
      ),
    ).toEqual([
      [false, false, false, false],
      [true, true, true, true],
    ]);
    expect(result.items.map((one) => one.credit)).toEqual([1, 1]);
  });

  test("a reserved question that went wrong teaches: its topic, then the next step and a practice twin", async () => {
    const { items } = await listItems(bench.lead, { query: { sort: "newest", limit: 20, status: "approved" } });
    const free = items.filter(({ use }) => use === "practice").slice(0, 3);
    const [asked, twin, other] = free.map(({ id }) => id) as [string, string, string];
    const { tagging, content, version } = await showItem(bench.lead, { params: { itemId: asked } });
    const nextStep = richTextOf("Draw the bend once more.");
    await saveItem(bench.lead, {
      params: { itemId: asked },
      body: { version, content: { ...content, nextStep }, tagging: { ...tagging, use: "reserved" } },
    });
    await bench.db.updateTable("item").set({ twinId: twin }).where("id", "=", asked).execute();
    const shown = async (student: number, itemIds: string[], openness: Rules["openness"], isRight = false) => {
      const { releaseId } = await release(bench, { itemIds, rules: { openness } });
      const { sittingId } = await sit(bench, student, releaseId, () => isRight);
      const one = (await resultOf(student, sittingId)).items[0];
      return one && [one.topic, one.why?.nextStep ?? null, one.twin !== null, one.why?.explanation ?? null];
    };
    const { topic } = (await bench.db
      .selectFrom("topic")
      .select("name as topic")
      .where("id", "=", free[0]!.topicId!)
      .executeTakeFirst())!;
    expect(await shown(10, [asked, other], "score")).toBeUndefined();
    expect(await shown(11, [asked, other], "which")).toEqual([topic, null, false, null]);
    expect(await shown(12, [asked, other], "why")).toEqual([topic, nextStep, true, null]);
    expect(await shown(13, [asked, other], "everything")).toEqual([topic, nextStep, true, null]);
    // Who got it right needs neither; and a twin that is asked here keeps its key for the next go.
    expect(await shown(14, [asked, other], "everything", true)).toEqual([topic, null, false, null]);
    expect(await shown(15, [asked, twin], "why")).toEqual([topic, nextStep, false, null]);
  });

  test("the whole counts out of twenty and ends with the teacher's sentence, as soon as the score may be seen", async () => {
    const closing = [
      { from: 50, text: "Well on the way." },
      { from: 100, text: "All of it." },
    ];
    const rules = { outOf: 20, closing, openFrom: "word", openness: "score", goes: null, counts: "best" } as const;
    const { releaseId } = await release(bench, { count: 4, rules });
    expect((await now(16)).releases.find((one) => one.releaseId === releaseId)?.notice).toMatchObject({
      points: 4,
      outOf: 20,
    });
    const goes = [
      await sit(bench, 16, releaseId, (position) => position < 4),
      await sit(bench, 16, releaseId, (position) => position === 1),
    ].map(({ sittingId }) => sittingId) as [string, string];
    const read = async (sittingId: string) => {
      const { closing: sentence, countsAs, points } = await resultOf(16, sittingId);
      return [points, countsAs, sentence];
    };
    const listed = async () =>
      (await now(16)).done.filter(({ sittingId }) => goes.includes(sittingId)).map(({ countsAs }) => countsAs);
    expect(await read(goes[0])).toEqual([null, null, null]);
    expect(await listed()).toEqual([null, null]);
    await delivery.openResults(bench.lead, { params: { releaseId } });
    // The mark is what counts of both; the sentence is about the go that is read.
    expect(await read(goes[0])).toEqual([3, { points: 15, outOf: 20 }, "Well on the way."]);
    expect(await read(goes[1])).toEqual([1, { points: 15, outOf: 20 }, null]);
    expect(await listed()).toEqual([
      { points: 5, outOf: 20 },
      { points: 15, outOf: 20 },
    ]);
    // Rules kept before there was such a thing are complete all the same.
    await bench.db
      .updateTable("release")
      .set({ rules: sql`rules - 'closing' - 'outOf'` })
      .where("id", "=", releaseId)
      .execute();
    expect(await read(goes[0])).toEqual([3, null, null]);
  });

  test("a pre-test changes no plan", async () => {
    const evidence = () => bench.db.selectFrom("evidence").selectAll().where("void", "=", false).execute();
    const states = () =>
      bench.db.selectFrom("memoryState").selectAll().orderBy("studentId").orderBy("topicId").execute();
    const before = await states();
    const { releaseId } = await release(bench, { count: 2, rules: presets.preTest });
    const { sittingId } = await sit(bench, 9, releaseId, () => true);
    expect((await evidence()).filter((row) => row.sittingId === sittingId)).toEqual([]);
    expect(await states()).toEqual(before);
  });
});

test("a student reads how every one of them went, a page at a time, and those of a class left behind too", async () => {
  const { releaseId } = await release(bench, { count: 2, rules: { goes: null } });
  const { scope, studentId } = bench.students[21]!;
  const before = (await now(21)).done.length;
  for (let go = 0; go < 23; go++) {
    await sit(bench, 21, releaseId, () => true);
    wait(0.2);
  }
  const { done, next } = await now(21);
  expect(done).toHaveLength(20);
  const earlier = await delivery.listDone(scope, { query: { after: next! } });
  expect(new Set([...done, ...earlier.done].map((one) => one.sittingId)).size).toBe(23 + before);
  expect(earlier.next).toBeNull();

  const params = { classId: bench.classId, studentId };
  await changeEnrolment(bench.lead, { params, body: { isIn: false } });
  expect((await now(21)).done).toHaveLength(20);
  await changeEnrolment(bench.lead, { params, body: { isIn: true } });
});
