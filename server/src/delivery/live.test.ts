/** A release that is watched while students sit in it: what a teacher sees, through which process, and who may. */
import type { Live } from "@verdant/contract/live";
import { sql } from "kysely";
import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { choice, keysOf, release as releaseOf } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { showResults } from "../insight/service.ts";
import { bringInStep, replayClass } from "../plan/memory.ts";
import { readFrame, readLive, readTouched } from "./live.ts";
import { presence } from "./presence.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const morning = new Date("2031-03-05T09:00:00Z");
const after = (minutes: number) => new Date(morning.getTime() + minutes * 60_000);
beforeEach(() => {
  bench.clock.now = morning;
});

/** Always the same questions, however many have been given by then. */
let questions: string[] = [];
beforeAll(async () => {
  const { releaseId } = await releaseOf(bench, { count: 3 });
  const items = await bench.db.selectFrom("releaseItem").select("itemId").where("releaseId", "=", releaseId).execute();
  questions = items.map((one) => one.itemId);
});
const release = ({ count = 3, ...given }: NonNullable<Parameters<typeof releaseOf>[1]>) =>
  releaseOf(bench, { ...given, itemIds: questions.slice(0, count) });

const student = (n: number) => bench.students[n]!;
const begin = (n: number, releaseId: string) => delivery.beginSitting(student(n).scope, { params: { releaseId } });
type Begun = Awaited<ReturnType<typeof begin>>;
const show = (releaseId: string) => delivery.showLive(bench.teacher, { params: { releaseId } });
const rowOf = (live: Pick<Live, "students">, n: number) =>
  live.students.find((one) => one.studentId === student(n).studentId);
const answer = async ({ sitting, token }: Begun, position: number, isRight: boolean, seq = position) => {
  const keys = (await keysOf(bench, sitting.id)).get(position)!;
  return delivery.saveAnswers(bench.sitter(token), {
    params: { sittingId: sitting.id },
    body: { epoch: 1, shown: [position], events: [choice(seq, position, isRight ? keys.key : keys.wrong)] },
  });
};
const news = async ({ sitting, token }: Begun, at?: number) => {
  const told = await delivery.showNews(bench.sitter(token), { params: { sittingId: sitting.id }, query: { at } });
  await bench.installation.caches.of(presence).write();
  return told;
};
const ask = ({ sitting, token }: Begun, asks: boolean) =>
  delivery.askForHelp(bench.sitter(token), { params: { sittingId: sitting.id }, body: { asks } });

describe("what is seen", () => {
  test("everybody it is for: who has not begun, who is where, who has handed in; and how each question went so far", async () => {
    const { releaseId } = await release({ count: 3 });
    const [one, two] = [await begin(0, releaseId), await begin(1, releaseId)];
    await answer(one, 1, true);
    await answer(one, 2, false);
    bench.clock.now = after(3);
    for (const position of [1, 2, 3]) await answer(two, position, true);
    await delivery.handIn(bench.sitter(two.token), { params: { sittingId: two.sitting.id } });
    bench.clock.now = after(4);
    const live = await show(releaseId);
    expect(live.students).toHaveLength(bench.students.length);
    expect(rowOf(live, 0)).toMatchObject({
      state: "running",
      sittingId: one.sitting.id,
      questions: ["answered", "answered", "open"],
      at: 2,
      heardAt: morning.toISOString(),
      helpAt: null,
    });
    expect(rowOf(live, 1)).toMatchObject({ state: "handedIn", at: null, handedInAt: after(3).toISOString() });
    expect(rowOf(live, 2)).toMatchObject({ state: "notBegun", sittingId: null, questions: [] });
    expect(live.items.map(({ seen, answered, marked }) => ({ seen, answered, marked }))).toEqual([
      { seen: 2, answered: 2, marked: { right: 2, partly: 0, wrong: 0 } },
      { seen: 2, answered: 2, marked: { right: 1, partly: 0, wrong: 1 } },
      { seen: 1, answered: 1, marked: { right: 1, partly: 0, wrong: 0 } },
    ]);
    for (const item of live.items) expect(item.choices.reduce((sum, one) => sum + one.count, 0)).toBe(item.answered);
    expect(live.items[0]!.choices.filter((one) => one.isKey).map((one) => one.count)).toEqual([2]);
  });

  test("a device that asks for news says that it is there and where; an answer that came later says more", async () => {
    const { releaseId } = await release({ count: 3 });
    const begun = await begin(0, releaseId);
    bench.clock.now = after(1);
    await news(begun, 3);
    const there = await show(releaseId);
    expect(rowOf(there, 0)).toMatchObject({
      at: 3,
      heardAt: after(1).toISOString(),
      questions: ["open", "open", "seen"],
    });
    expect(there.items.map((one) => one.seen)).toEqual([0, 0, 1]);
    bench.clock.now = after(2);
    await answer(begun, 1, true);
    expect(rowOf(await show(releaseId), 0)).toMatchObject({ at: 1, heardAt: after(2).toISOString() });
    bench.clock.now = after(3);
    await news(begun);
    expect(rowOf(await show(releaseId), 0)).toMatchObject({ at: 3, heardAt: after(3).toISOString() });
  });

  test("a go whose time is over counts as handed in, although the clock has not closed it yet; only the newest go shows", async () => {
    const { releaseId } = await release({ count: 2, rules: { timeLimitMinutes: 5, goes: null } });
    const begun = await begin(0, releaseId);
    await ask(begun, true);
    bench.clock.now = after(6);
    expect(rowOf(await show(releaseId), 0)).toMatchObject({
      ...{ state: "handedIn", handedInAt: after(5).toISOString(), helpAt: null, at: null },
    });
    await begin(0, releaseId);
    expect(rowOf(await show(releaseId), 0)).toMatchObject({
      state: "running",
      ordinal: 2,
      questions: ["open", "open"],
    });
  });

  test("a go that was taken out is not there any more", async () => {
    const { releaseId } = await release({ count: 2 });
    const begun = await begin(0, releaseId);
    await delivery.voidGo(bench.lead, {
      params: { releaseId, sittingId: begun.sitting.id },
      body: { reason: "The fire alarm rang." },
    });
    const live = await show(releaseId);
    expect(rowOf(live, 0)).toMatchObject({ state: "notBegun" });
    expect(live.items).toEqual([]);
  });

  test("a question without a key has no share, and a release that nobody has begun is no error", async () => {
    const { releaseId } = await release({ count: 2 });
    const live = await show(releaseId);
    expect(live.students.every((one) => one.state === "notBegun")).toBe(true);
    expect(live.items).toEqual([]);
  });
});

test("a forged answer of another kind keeps nobody from seeing the class: it counts as blank, here and in the results", async () => {
  const { releaseId } = await release({ count: 2 });
  const [forger, other] = [await begin(0, releaseId), await begin(1, releaseId)];
  const forged = { ...choice(1, 1, null), answer: { kind: "numeric" as const, text: "5" } };
  const params = { sittingId: forger.sitting.id };
  await delivery.saveAnswers(bench.sitter(forger.token), {
    params,
    body: { epoch: 1, shown: [1], events: [forged] },
  });
  await answer(other, 1, true);
  expect((await show(releaseId)).items[0]).toMatchObject({ seen: 2, answered: 1, marked: { right: 1, wrong: 0 } });
  for (const one of [forger, other])
    await delivery.handIn(bench.sitter(one.token), { params: { sittingId: one.sitting.id } });
  const { items } = await showResults(bench.teacher, { params: { releaseId }, query: { go: "first" } });
  const first = items.find((item) => item.position === 1)!;
  expect(first.facility).toMatchObject({ right: 1, outOf: 2 });
  expect(first.choices.find((one) => one.id === null)?.count).toBe(1);
});

describe("help", () => {
  test("asking shows with the teacher since when, and says truly whether anybody watches; twice keeps the first moment", async () => {
    const { releaseId } = await release({ count: 2 });
    const begun = await begin(0, releaseId);
    expect((await ask(begun, true)).help).toEqual({ since: morning.toISOString(), isWatched: false });
    await show(releaseId);
    bench.clock.now = after(0.5);
    expect((await ask(begun, true)).help).toEqual({ since: morning.toISOString(), isWatched: true });
    expect(rowOf(await show(releaseId), 0)?.helpAt).toBe(morning.toISOString());
    // Nobody has looked for a while.
    bench.clock.now = after(3);
    expect((await news(begun)).help).toEqual({ since: morning.toISOString(), isWatched: false });
  });

  test("it ends when the teacher has helped, when the student takes it back, and with the go", async () => {
    const { releaseId } = await release({ count: 2 });
    const begun = await begin(0, releaseId);
    const params = { releaseId, sittingId: begun.sitting.id };
    await ask(begun, true);
    await delivery.helped(bench.teacher, { params });
    expect((await news(begun)).help).toBeNull();
    await ask(begun, true);
    expect((await ask(begun, false)).help).toBeNull();
    await ask(begun, true);
    await delivery.handIn(bench.sitter(begun.token), { params });
    expect(rowOf(await show(releaseId), 0)?.helpAt).toBeNull();
    expect((await ask(begun, true)).help).toBeNull();
  });
});

test("a teacher hands in for a student, once; what the student then sends does not count, and the history says who", async () => {
  const { releaseId } = await release({ count: 2 });
  const begun = await begin(0, releaseId);
  await answer(begun, 1, true);
  const params = { releaseId, sittingId: begun.sitting.id };
  await Promise.all([delivery.handInFor(bench.teacher, { params }), delivery.handInFor(bench.lead, { params })]);
  const saved = await answer(begun, 2, true);
  expect(saved).toMatchObject({ state: "handedIn", stored: [{ disposition: "rejected" }] });
  const { points } = await bench.db
    .selectFrom("sitting")
    .select("points")
    .where("id", "=", begun.sitting.id)
    .executeTakeFirstOrThrow();
  expect(points).toBe(1);
  const { rows } = await sql<{ n: number }>`
    select count(*)::int as n from history where entity_id = ${begun.sitting.id} and action = 'handedInFor'`.execute(
    bench.db,
  );
  expect(rows[0]?.n).toBeGreaterThan(0);
});

describe("let back in", () => {
  const letIn = (releaseId: string, { sitting }: Begun) =>
    delivery.letBackIn(bench.teacher, { params: { releaseId, sittingId: sitting.id } });
  const handIn = ({ sitting, token }: Begun) =>
    delivery.handIn(bench.sitter(token), { params: { sittingId: sitting.id } });
  const evidenceOf = ({ sitting }: Begun) =>
    bench.db
      .selectFrom("evidence")
      .select(["position", "credit", "void"])
      .where("sittingId", "=", sitting.id)
      .orderBy("position")
      .execute();
  const memory = () => bench.db.selectFrom("memoryState").selectAll().orderBy("studentId").orderBy("topicId").execute();

  test("goes on where it was; handed in again it counts once, with what was answered since, in marks and in memory", async () => {
    const { releaseId } = await release({ count: 3 });
    const begun = await begin(3, releaseId);
    await answer(begun, 1, true);
    await handIn(begun);
    expect(await evidenceOf(begun)).toEqual([{ position: 1, credit: 1, void: false }]);
    await Promise.all([letIn(releaseId, begun), letIn(releaseId, begun)]);
    expect((await evidenceOf(begun)).every((one) => one.void)).toBe(true);
    expect(rowOf(await show(releaseId), 3)).toMatchObject({
      state: "running",
      questions: ["answered", "open", "open"],
    });
    expect(await answer(begun, 2, false)).toMatchObject({ state: "running", stored: [{ disposition: "counted" }] });
    await handIn(begun);
    expect(await evidenceOf(begun)).toEqual([
      { position: 1, credit: 1, void: false },
      { position: 2, credit: 0, void: false },
    ]);
    const { points, markingVersion } = await bench.db
      .selectFrom("sitting")
      .select(["points", "markingVersion"])
      .where("id", "=", begun.sitting.id)
      .executeTakeFirstOrThrow();
    expect({ points, markingVersion }).toEqual({ points: 1, markingVersion: 2 });
    await bringInStep(bench.lead, bench.departmentId, bench.classId);
    const kept = await memory();
    await replayClass(bench.lead, bench.departmentId, bench.classId);
    expect(await memory()).toEqual(kept);
  });

  test("whose time had run out has five minutes; nobody else's end moves", async () => {
    const { releaseId } = await release({ count: 2, rules: { timeLimitMinutes: 10 } });
    const [late, other] = [await begin(0, releaseId), await begin(1, releaseId)];
    bench.clock.now = after(9);
    await handIn(late);
    bench.clock.now = after(12);
    await letIn(releaseId, late);
    const live = await show(releaseId);
    expect(rowOf(live, 0)).toMatchObject({ state: "running", deadlineAt: after(17).toISOString() });
    expect(rowOf(live, 1)).toMatchObject({ deadlineAt: other.sitting.deadlineAt });
  });

  test("not once it is closed for the student, nor after another go was begun, nor into one that was taken out", async () => {
    const closed = await release({ count: 2, shutsInMinutes: 10 });
    const one = await begin(0, closed.releaseId);
    await handIn(one);
    bench.clock.now = after(11);
    await expect(letIn(closed.releaseId, one)).rejects.toMatchObject({ code: "closedForStudent" });
    const { releaseId } = await release({ count: 2 });
    const first = await begin(0, releaseId);
    await handIn(first);
    bench.clock.now = after(12);
    const second = await begin(0, releaseId);
    await expect(letIn(releaseId, first)).rejects.toMatchObject({ code: "goBegunSince" });
    await delivery.voidGo(bench.lead, {
      params: { releaseId, sittingId: second.sitting.id },
      body: { reason: "The fire alarm rang." },
    });
    await expect(letIn(releaseId, second)).rejects.toMatchObject({ kind: "missing" });
    const { lead } = await otherDepartment(bench);
    await expect(
      delivery.letBackIn(lead, { params: { releaseId, sittingId: first.sitting.id } }),
    ).rejects.toMatchObject({ kind: "missing" });
  });
});

test("read again only where something was told, it is the same as read as a whole", async () => {
  const { releaseId } = await release({ count: 3 });
  const { departmentId } = bench;
  const begun = [];
  for (const n of [0, 1, 2, 3]) begun.push(await begin(n, releaseId));
  const frame = await readFrame(bench.teacher, departmentId, releaseId);
  const pieces: string[] = [];
  const pace = { atOnce: 2, rest: () => (pieces.push("read"), Promise.resolve()) };
  let reading = await readLive(bench.teacher, departmentId, releaseId, { frame });
  const [one, two, three] = begun as [Begun, Begun, Begun];
  const deeds: [Begun, () => Promise<unknown>][] = [
    [one, () => answer(one, 1, true)],
    [two, () => answer(two, 2, false)],
    [one, () => answer(one, 1, false, 5)],
    [two, () => news(two, 3)],
    [three, () => ask(three, true)],
    [one, () => answer(one, 3, true)],
  ];
  for (const [minute, [{ sitting }, deed]] of deeds.entries()) {
    bench.clock.now = after(minute + 1);
    await deed();
    const untouched = reading.live.students;
    reading = await readTouched(bench.teacher, departmentId, reading, frame, {
      ...{ touched: [sitting.id], pace },
    });
    expect(reading.live).toEqual((await readLive(bench.teacher, departmentId, releaseId, { frame })).live);
    // Whoever did nothing is the very same row: it is not even compared.
    expect(reading.live.students.filter((row, i) => row !== untouched[i])).toHaveLength(1);
  }
  // What reaches an earlier go late is no news of the one that is under way.
  await delivery.handIn(bench.sitter(one.token), { params: { sittingId: one.sitting.id } });
  await begin(0, releaseId);
  reading = await readLive(bench.teacher, departmentId, releaseId, { frame });
  const again = await readTouched(bench.teacher, departmentId, reading, frame, { touched: [one.sitting.id], pace });
  expect(again.live).toEqual(reading.live);
  // Of many it reads a few at once and rests after each few, and comes to the same.
  pieces.length = 0;
  const inPieces = await readLive(bench.teacher, departmentId, releaseId, { frame, pace });
  expect(pieces).toHaveLength(2);
  expect(inPieces.live).toEqual(reading.live);
});

test("is nobody else's business: another department's release, another release's go, another token's sitting", async () => {
  const [{ releaseId }, { releaseId: second }] = [await release({ count: 2 }), await release({ count: 2 })];
  const begun = await begin(0, releaseId);
  const { lead } = await otherDepartment(bench);
  const sittingId = begun.sitting.id;
  for (const deed of [
    () => delivery.showLive(lead, { params: { releaseId } }),
    () => delivery.helped(lead, { params: { releaseId, sittingId } }),
    () => delivery.handInFor(lead, { params: { releaseId, sittingId } }),
    () => delivery.helped(bench.teacher, { params: { releaseId: second, sittingId } }),
    () => delivery.handInFor(bench.teacher, { params: { releaseId: second, sittingId } }),
    () => delivery.askForHelp(bench.sitter("somebody else's"), { params: { sittingId }, body: { asks: true } }),
  ])
    await expect(deed()).rejects.toMatchObject({ kind: "missing" });
  expect(rowOf(await show(releaseId), 0)).toMatchObject({ state: "running", helpAt: null });
});

test("presence that comes out of order changes nothing, and an erased sitting costs the others nothing", async () => {
  const { releaseId } = await release({ count: 2 });
  const begun = await begin(0, releaseId);
  const noted = bench.installation.caches.of(presence);
  const heard = { departmentId: bench.departmentId, sittingId: begun.sitting.id };
  noted.note({ ...heard, heardAt: after(2), atPosition: 2 }, () => undefined);
  await noted.write();
  noted.note({ ...heard, heardAt: after(1), atPosition: 1 }, () => undefined);
  await noted.write();
  bench.clock.now = after(3);
  expect(rowOf(await show(releaseId), 0)).toMatchObject({ at: 2, heardAt: after(2).toISOString() });
  noted.note({ ...heard, sittingId: releaseId, heardAt: after(3), atPosition: 2 }, () => undefined);
  noted.note({ ...heard, heardAt: after(3), atPosition: 1 }, () => undefined);
  await noted.write();
  expect(rowOf(await show(releaseId), 0)).toMatchObject({ at: 1, heardAt: after(3).toISOString() });
});
