/** What opens a go, as a class meets it: go-aheads, words said in the room, reflections, gates. */
import type { BeforeGo, Rules } from "@verdant/core/delivery/rules";
import { beforeEach, describe, expect, test } from "vitest";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const morning = new Date("2031-02-05T09:00:00Z");
beforeEach(() => {
  bench.clock.now = morning;
});

const questions = [
  { id: "wrong", text: "What went wrong?", choices: null },
  { id: "why", text: "Why?", choices: ["mixed up", "misread"] },
];
const before: BeforeGo = { fromGo: 2, goAhead: true, reflection: questions };
const answers = { wrong: "The meander.", why: "mixed up" };

const student = (n: number) => bench.students[n]!;
const begin = (n: number, releaseId: string) => delivery.beginSitting(student(n).scope, { params: { releaseId } });
const shown = async (n: number, releaseId: string) =>
  (await delivery.whatNow(student(n).scope)).releases.find((one) => one.releaseId === releaseId);
const missing = async (n: number, releaseId: string) => (await shown(n, releaseId))?.missing.map(({ code }) => code);
const reflect = (n: number, releaseId: string, given: Record<string, string> = answers) =>
  delivery.reflect(student(n).scope, { params: { releaseId }, body: { answers: given } });
const giveTo = (releaseId: string, ...ns: number[]) =>
  delivery.giveGoAheads(bench.lead, {
    params: { releaseId },
    body: { studentIds: ns.map((n) => student(n).studentId) },
  });
const say = (n: number, releaseId: string, word: string) =>
  delivery.sayOpeningWord(student(n).scope, { params: { releaseId }, body: { word } });
const waitingFor = async (n: number, releaseId: string) =>
  (await delivery.listWaiting(bench.lead, { params: { releaseId } })).students.find(
    (one) => one.studentId === student(n).studentId,
  );
const released = (rules: Partial<Rules>) => release(bench, { count: 2, rules: { goes: null, ...rules } });

test("a retake asks for a reflection and a go-ahead: both are said, each is given, then it begins; and the one after asks anew", async () => {
  const { releaseId } = await released({ before });
  expect(await missing(0, releaseId)).toEqual([]);
  await sit(bench, 0, releaseId, () => false);
  expect(await shown(0, releaseId)).toMatchObject({
    mayBegin: false,
    reflection: questions,
    missing: [{ code: "reflectionMissing" }, { code: "goAheadMissing" }],
    notice: { before: { fromGo: 2, goAhead: true, reflects: true } },
  });
  await expect(begin(0, releaseId)).rejects.toMatchObject({ code: "reflectionMissing" });
  await reflect(0, releaseId);
  await expect(begin(0, releaseId)).rejects.toMatchObject({ code: "goAheadMissing" });
  expect(await waitingFor(0, releaseId)).toMatchObject({
    ordinal: 2,
    missing: [{ code: "goAheadMissing" }],
    hasGoAhead: false,
    lastShare: 0,
    reflection: [
      { text: "What went wrong?", answer: "The meander." },
      { text: "Why?", answer: "mixed up" },
    ],
  });
  const after = await giveTo(releaseId, 0);
  expect(after.students.find((one) => one.studentId === student(0).studentId)).toMatchObject({
    missing: [],
    hasGoAhead: true,
  });
  const { sittingId } = await sit(bench, 0, releaseId, () => true);
  expect(await delivery.showResult(student(0).scope, { params: { sittingId } })).toMatchObject({
    ordinal: 2,
    reflection: [{ answer: "The meander." }, { answer: "mixed up" }],
    mayGoAgain: false,
  });
  expect(await missing(0, releaseId)).toEqual(["reflectionMissing", "goAheadMissing"]);
});

test("an answered reflection may be written anew, an unfinished one or one that nobody asked for is refused", async () => {
  const { releaseId } = await released({ before });
  await expect(reflect(1, releaseId)).rejects.toMatchObject({ code: "reflectionNotAsked" });
  await sit(bench, 1, releaseId, () => false);
  for (const unfinished of [{}, { wrong: "x" }, { wrong: " ", why: "misread" }, { wrong: "x", why: "something else" }])
    await expect(reflect(1, releaseId, unfinished)).rejects.toMatchObject({ code: "reflectionUnfinished" });
  await reflect(1, releaseId);
  await reflect(1, releaseId, { ...answers, wrong: "The delta.", smuggled: "x" });
  expect((await waitingFor(1, releaseId))?.reflection).toEqual([
    { text: "What went wrong?", answer: "The delta." },
    { text: "Why?", answer: "mixed up" },
  ]);
});

describe("a go-ahead", () => {
  const asked: Partial<Rules> = { before: { fromGo: 1, goAhead: true, reflection: null } };

  test("is for one go, can be taken back until it begins, and is not given to who is in one", async () => {
    const { releaseId } = await released(asked);
    await giveTo(releaseId, 2, 3);
    const take = (n: number) =>
      delivery.takeBackGoAheads(bench.lead, { params: { releaseId }, body: { studentIds: [student(n).studentId] } });
    await take(3);
    expect(await missing(3, releaseId)).toEqual(["goAheadMissing"]);
    await begin(2, releaseId);
    await take(2);
    await giveTo(releaseId, 2);
    const rows = await bench.db.selectFrom("goAhead").selectAll().where("releaseId", "=", releaseId).execute();
    expect(rows.map(({ studentId, ordinal }) => [studentId, ordinal])).toEqual([[student(2).studentId, 1]]);
    expect(await waitingFor(2, releaseId)).toBeUndefined();
  });

  test("opens nothing for somebody whom the release is not for, nor from another department", async () => {
    const { releaseId } = await released(asked);
    const other = await otherDepartment(bench);
    await expect(
      delivery.giveGoAheads(other.lead, { params: { releaseId }, body: { studentIds: [student(4).studentId] } }),
    ).rejects.toMatchObject({ kind: "missing" });
    await delivery.giveGoAheads(bench.lead, { params: { releaseId }, body: { studentIds: [bench.classId] } });
    expect(await bench.db.selectFrom("goAhead").select("ordinal").where("releaseId", "=", releaseId).execute()).toEqual(
      [],
    );
  });

  test("at the moment the door opens two devices begin one go", async () => {
    const { releaseId } = await released(asked);
    await giveTo(releaseId, 5);
    const begun = await Promise.all([begin(5, releaseId), begin(5, releaseId)]);
    expect(new Set(begun.map(({ sitting }) => sitting.id)).size).toBe(1);
    expect(begun.map(({ sitting }) => sitting.ordinal)).toEqual([1, 1]);
  });

  test("who gives it is in the history, once for many", async () => {
    const { releaseId } = await released(asked);
    await giveTo(releaseId, 6, 7);
    await giveTo(releaseId, 6, 7);
    const rows = await bench.db
      .selectFrom("history")
      .select(["actorId", "after"])
      .where("entityId", "=", releaseId)
      .where("action", "=", "goAheadGiven")
      .execute();
    expect(rows).toEqual([
      {
        actorId: bench.lead.caller.personId,
        after: { studentIds: expect.arrayContaining([student(6).studentId, student(7).studentId]) as unknown },
      },
    ]);
  });
});

describe("an opening word", () => {
  const asked: Partial<Rules> = { before: { fromGo: 1, goAhead: true, reflection: null } };

  test("opens one go for whoever types it in time, however it is written", async () => {
    const { releaseId } = await released(asked);
    const { word } = await delivery.makeOpeningWord(bench.lead, { params: { releaseId } });
    await say(8, releaseId, `  ${word.toUpperCase().replace(" ", "-")}. `);
    await sit(bench, 8, releaseId, () => true);
    await say(8, releaseId, word);
    expect(await missing(8, releaseId)).toEqual(["goAheadMissing"]);
    bench.clock.now = new Date(morning.getTime() + 5 * 60_000);
    await expect(say(9, releaseId, word)).rejects.toMatchObject({ code: "openingWordWrong" });
  });

  test("of another release, or one that a newer word has replaced, opens nothing", async () => {
    const [one, other] = [await released(asked), await released(asked)];
    const params = { releaseId: one.releaseId };
    const { word: old } = await delivery.makeOpeningWord(bench.lead, { params });
    await expect(say(10, other.releaseId, old)).rejects.toMatchObject({ code: "openingWordWrong" });
    bench.clock.now = new Date(morning.getTime() + 1000);
    const { word } = await delivery.makeOpeningWord(bench.lead, { params });
    if (word !== old) await expect(say(10, one.releaseId, old)).rejects.toMatchObject({ code: "openingWordWrong" });
    await say(10, one.releaseId, word);
    expect(await missing(10, one.releaseId)).toEqual([]);
  });

  test("is not guessed: after ten wrong ones each further try costs work, and nobody else is kept out", async () => {
    const { releaseId } = await released(asked);
    const { word } = await delivery.makeOpeningWord(bench.lead, { params: { releaseId } });
    const tries = await Promise.allSettled(Array.from({ length: 50 }, () => say(11, releaseId, "wrong guess")));
    const codes = tries.map((one) => (one.status === "rejected" ? (one.reason as { code: string }).code : "in"));
    expect(codes.filter((code) => code === "openingWordWrong")).toHaveLength(10);
    expect(codes.filter((code) => code === "tooManyWrongTries")).toHaveLength(40);
    await say(12, releaseId, word);
  });
});

describe("a gate", () => {
  test("opens by the mark that counts there, or by the best go, as the teacher chose", async () => {
    const practice = await released({ counts: "mean" });
    const gate = { releaseId: practice.releaseId, percent: 80 };
    const byMark = await released({ gate: { ...gate, by: "mark" } });
    const byBest = await released({ gate: { ...gate, by: "best" } });
    const both = async () => [await missing(13, byMark.releaseId), await missing(13, byBest.releaseId)];
    expect(await both()).toEqual([["gateShut"], ["gateShut"]]);
    await sit(bench, 13, practice.releaseId, (position) => position === 1);
    expect((await shown(13, byMark.releaseId))?.missing).toMatchObject([{ percent: 80, reached: 50 }]);
    await sit(bench, 13, practice.releaseId, () => true);
    expect((await shown(13, byMark.releaseId))?.missing).toMatchObject([{ percent: 80, reached: 75 }]);
    expect(await both()).toEqual([["gateShut"], []]);
    await expect(begin(13, byMark.releaseId)).rejects.toMatchObject({ code: "gateShut", terms: { percent: 80 } });
    await begin(13, byBest.releaseId);
  });

  test("that names no release of the department is refused when it is made", async () => {
    await expect(released({ gate: { releaseId: bench.classId, percent: 50, by: "best" } })).rejects.toMatchObject({
      code: "gateGone",
    });
  });
});

test("goes end once the line is reached by the mark that counts; a worse go before does not matter, nor one in another class's rules", async () => {
  const { releaseId } = await released({ counts: "best", stopAt: 100 });
  await sit(bench, 16, releaseId, (position) => position === 1);
  expect(await shown(16, releaseId)).toMatchObject({ mayBegin: true, notice: { stopAt: 100 } });
  const { sittingId } = await sit(bench, 16, releaseId, () => true);
  await expect(begin(16, releaseId)).rejects.toMatchObject({ code: "lineReached", terms: { percent: 100 } });
  expect(await shown(16, releaseId)).toMatchObject({ mayBegin: false, missing: [{ code: "lineReached" }] });
  const params = { sittingId };
  expect(await delivery.showResult(student(16).scope, { params })).toMatchObject({
    mayGoAgain: false,
    missing: [{ code: "lineReached", percent: 100 }],
  });
});

test("the department's own questions are kept, and what was released keeps those it had", async () => {
  expect((await delivery.showReflectionForm(bench.teacher)).questions).toHaveLength(3);
  const own = [{ id: "a", text: "What will you do first?", choices: null }];
  await delivery.setReflectionForm(bench.teacher, { body: { questions: own } });
  expect(await delivery.showReflectionForm(bench.lead)).toEqual({ questions: own });
});

test("a quiz that opens within two weeks is told with its rules, and cannot be begun yet", async () => {
  const { releaseId } = await released({ before });
  const opensAt = new Date(morning.getTime() + 3 * 86_400_000);
  await bench.db.updateTable("releaseTarget").set({ opensAt }).where("releaseId", "=", releaseId).execute();
  expect(await shown(14, releaseId)).toMatchObject({
    mayBegin: false,
    missing: [{ code: "notOpenYet", from: opensAt.toISOString() }],
    notice: { questions: 2, before: { goAhead: true } },
  });
  await expect(begin(14, releaseId)).rejects.toMatchObject({ code: "notOpenYet" });
});
