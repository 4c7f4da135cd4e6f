/** Timed practice: its clock, its questions on the device, its rates, and what the plan makes of several goes in a day. */
import { presets } from "@verdant/core/delivery/rules";
import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { choice, keysOf, release as releaseOf } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const morning = new Date("2031-03-12T09:00:00Z");
const after = (seconds: number) => new Date(morning.getTime() + seconds * 1000);
beforeEach(() => {
  bench.clock.now = morning;
});

let questions: string[] = [];
beforeAll(async () => {
  const { releaseId } = await releaseOf(bench, { count: 8 });
  const items = await bench.db.selectFrom("releaseItem").select("itemId").where("releaseId", "=", releaseId).execute();
  questions = items.map((one) => one.itemId);
});
const release = (rules: Partial<typeof presets.sprint> = {}) =>
  releaseOf(bench, { itemIds: questions, rules: { ...presets.sprint, ownOrder: false, ...rules } });

const student = (n: number) => bench.students[n]!;
const begin = (n: number, releaseId: string) => delivery.beginSitting(student(n).scope, { params: { releaseId } });
type Begun = Awaited<ReturnType<typeof begin>>;

/** Answers from the first on: whether each is right, and how many seconds it took; what is left is not reached. */
async function answer({ sitting, token }: Begun, answers: readonly (readonly [isRight: boolean, seconds: number])[]) {
  const keys = await keysOf(bench, sitting.id);
  const events = answers.map(([isRight, seconds], i) => ({
    ...choice(i + 1, i + 1, isRight ? keys.get(i + 1)!.key : keys.get(i + 1)!.wrong),
    spentMs: seconds * 1000,
  }));
  const params = { sittingId: sitting.id };
  await delivery.saveAnswers(bench.sitter(token), {
    params,
    body: { epoch: 1, events, shown: events.map((one) => one.position) },
  });
  await delivery.handIn(bench.sitter(token), { params });
}
const resultOf = (n: number, { sitting }: Begun) =>
  delivery.showResult(student(n).scope, { params: { sittingId: sitting.id } });
const timedOf = (releaseId: string) => delivery.showTimed(bench.teacher, { params: { releaseId } });

test("asks nobody why: who practises against the clock has no thoughts to tell of each fact", async () => {
  const { releaseId } = await release({ openness: "everything" });
  const begun = await begin(9, releaseId);
  await answer(begun, [
    [true, 5],
    [false, 5],
  ]);
  const { items } = await resultOf(9, begun);
  expect(items.map((one) => one.asksReason)).toEqual(items.map(() => false));
  expect(items.length).toBeGreaterThan(2);
});

describe("the clock", () => {
  test("waits a minute longer at the server than on the device, which begins with the first question", async () => {
    const { releaseId } = await release();
    const { sitting } = await begin(0, releaseId);
    expect(sitting).toMatchObject({
      ...{ startedAt: morning.toISOString(), deadlineAt: after(240).toISOString(), allowanceMs: 60_000 },
      notice: { isTimed: true, timeLimitMinutes: 3 },
    });
    const other = await begin(0, (await releaseOf(bench, { count: 2, rules: { timeLimitMinutes: 3 } })).releaseId);
    expect(other.sitting).toMatchObject({ deadlineAt: after(180).toISOString(), allowanceMs: 0 });
    expect(other.sitting.notice.isTimed).toBe(false);
  });

  test("keeps the minute when minutes are given; closing time stays closing time", async () => {
    const { releaseId } = await release();
    await begin(1, releaseId);
    const body = { studentIds: [student(1).studentId], minutes: 2 };
    const { students } = await delivery.giveMinutes(bench.teacher, { params: { releaseId }, body });
    // The teacher reads when it ends on the device; the server waits a minute longer.
    expect(students[0]?.deadlineAt).toBe(after(300).toISOString());
    const live = await delivery.showLive(bench.teacher, { params: { releaseId } });
    expect(live.students.find((one) => one.sittingId !== null)?.deadlineAt).toBe(after(300).toISOString());
    const row = await bench.db
      .selectFrom("sitting")
      .select("deadlineAt")
      .where("releaseId", "=", releaseId)
      .executeTakeFirstOrThrow();
    expect(row.deadlineAt).toEqual(after(360));
    const closing = await releaseOf(bench, { itemIds: questions, rules: presets.sprint, shutsInMinutes: 2 });
    expect((await begin(1, closing.releaseId)).sitting.deadlineAt).toBe(after(120).toISOString());
  });
});

test("all coming questions are on the device from the beginning, none that was passed, and no key", async () => {
  const { releaseId } = await release();
  const begun = await begin(2, releaseId);
  expect(begun.sitting.items.filter((item) => item.view !== null)).toHaveLength(questions.length);
  expect(JSON.stringify(begun)).not.toContain("isKey");
  const params = { sittingId: begun.sitting.id };
  const events = [choice(1, 1, null), choice(2, 2, null)];
  await delivery.saveAnswers(bench.sitter(begun.token), { params, body: { epoch: 1, events, shown: [1, 2, 3] } });
  const again = await delivery.showSitting(bench.sitter(begun.token), { params });
  expect(again.items.map((item) => item.view !== null)).toEqual([false, false, ...questions.slice(2).map(() => true)]);
  const ordinary = await release({ preset: "test" });
  const few = await begin(2, ordinary.releaseId);
  expect(few.sitting.items.filter((item) => item.view !== null)).toHaveLength(6);
});

describe("what it came to", () => {
  test("for the student: right, reached and right in a minute, go by go, and what took longest", async () => {
    const { releaseId } = await release();
    const first = await begin(3, releaseId);
    await answer(first, [
      [true, 4],
      [true, 4],
      [false, 12],
    ]);
    bench.clock.now = after(600);
    const second = await begin(3, releaseId);
    await answer(second, [
      [true, 5],
      [true, 5],
      [true, 5],
      [true, 5],
    ]);
    const { timed, points } = await resultOf(3, second);
    expect(points).toBe(4);
    expect(timed?.goes).toEqual([
      { ordinal: 1, handedInAt: morning.toISOString(), right: 2, reached: 3, questions: 8, perMinute: 6 },
      { ordinal: 2, handedInAt: after(600).toISOString(), right: 4, reached: 4, questions: 8, perMinute: 12 },
    ]);
    expect(timed?.slowest).toEqual([]);
    expect((await resultOf(3, first)).timed?.slowest).toEqual([{ position: 3, seconds: 12 }]);
  });

  test("for the teacher: everybody's goes and the facts that took longest, of this release and department only", async () => {
    const { releaseId } = await release();
    const [one, two] = [await begin(4, releaseId), await begin(5, releaseId)];
    const slow = [
      [true, 3],
      [false, 12],
      [true, 3],
      [true, 3],
    ] as const;
    await answer(one, slow);
    await answer(two, slow);
    await begin(6, releaseId);
    const { students, slowest } = await timedOf(releaseId);
    expect(students.map((row) => [row.studentId, row.goes.map((go) => go.perMinute)])).toEqual(
      expect.arrayContaining([4, 5].map((n) => [student(n).studentId, [(3 * 60) / 21]])),
    );
    expect(students).toHaveLength(2);
    expect(slowest).toEqual([
      { itemId: questions[1], stem: expect.stringMatching(/\w/) as string, seconds: 12, right: 0, reached: 2 },
    ]);
    const { lead } = await otherDepartment(bench);
    await expect(delivery.showTimed(lead, { params: { releaseId } })).rejects.toMatchObject({ kind: "missing" });
  });

  test("a go taken out is in neither; a student sees no rate while nothing may be seen, nor of what is not timed", async () => {
    const { releaseId } = await release({ openness: "nothing" });
    const begun = await begin(7, releaseId);
    await answer(begun, [[true, 6]]);
    expect((await resultOf(7, begun)).timed).toBeNull();
    expect((await timedOf(releaseId)).students).toHaveLength(1);
    const params = { releaseId, sittingId: begun.sitting.id };
    await delivery.voidGo(bench.lead, { params, body: { reason: "The fire alarm rang." } });
    expect(await timedOf(releaseId)).toEqual({ students: [], slowest: [] });
    const ordinary = await begin(7, (await releaseOf(bench, { itemIds: questions.slice(0, 2) })).releaseId);
    await answer(ordinary, [[true, 6]]);
    expect((await resultOf(7, ordinary)).timed).toBeNull();
  });
});

test("several goes on one day are one review for the plan; another day is another", async () => {
  const takeGo = async () =>
    answer(
      await begin(8, releaseId),
      questions.map(() => [true, 3] as const),
    );
  /** The day of the newest review, and what was remembered before that day. */
  const reviews = async () =>
    (
      await bench.db
        .selectFrom("memoryState")
        .selectAll()
        .where("studentId", "=", student(8).studentId)
        .orderBy("topicId")
        .execute()
    ).map(({ topicId, lastOn, beforeS, beforeD, beforeOn }) => ({ topicId, lastOn, beforeS, beforeD, beforeOn }));
  const { releaseId } = await release();
  await takeGo();
  const once = await reviews();
  expect(once.length).toBeGreaterThan(0);
  bench.clock.now = after(300);
  await takeGo();
  expect(await reviews()).toEqual(once);
  bench.clock.now = after(7 * 86_400);
  await takeGo();
  for (const review of await reviews()) expect(review).toMatchObject({ lastOn: "2031-03-19", beforeOn: "2031-03-12" });
});
