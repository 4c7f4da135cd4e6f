/** A go that is taken out: it counts nowhere, its student has it back, and it can come back as it was. */
import { beforeEach, describe, expect, test } from "vitest";
import type { BeforeGo, Rules } from "@verdant/core/delivery/rules";
import { computeFigures } from "./itemStatsStore.ts";
import { showResults } from "./service.ts";
import { loadSchedule } from "../courses/schedule.ts";
import { loadRecall } from "../plan/memory.ts";
import { choice, keysOf, release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "../delivery/service.ts";

const bench = useWorkbench();
beforeEach(() => {
  bench.clock.now = new Date(bench.clock.now.getTime() + 3_600_000);
});

const student = (n: number) => bench.students[n]!;
const given = (rules: Partial<Rules> = {}) =>
  release(bench, { count: 2, rules: { goes: 2, counts: "best", ...rules } });
const take = (releaseId: string, sittingId: string, reason = "The fire alarm rang.") =>
  delivery.voidGo(bench.lead, { params: { releaseId, sittingId }, body: { reason } });
const bringBack = (releaseId: string, sittingId: string) =>
  delivery.bringGoBack(bench.lead, { params: { releaseId, sittingId } });
const shown = async (n: number, releaseId: string) =>
  (await delivery.whatNow(student(n).scope)).releases.find((one) => one.releaseId === releaseId);
const resultOf = async (n: number, releaseId: string) =>
  (await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } })).perStudent.find(
    (one) => one.studentId === student(n).studentId,
  );
const ordinals = async (releaseId: string) =>
  (
    await bench.db
      .selectFrom("sitting")
      .select(["id", "ordinal"])
      .where("releaseId", "=", releaseId)
      .where("state", "<>", "voided")
      .orderBy("ordinal")
      .execute()
  ).map(({ id, ordinal }) => [id, ordinal]);

/** The class's memory without who remembers what last, and the figures of the items. */
async function whatIsKnown() {
  const schedule = await loadSchedule(bench.lead, bench.departmentId, bench.classId);
  const recall = (await loadRecall(bench.lead, bench.departmentId, [schedule])).get(bench.classId);
  const items = await bench.db.selectFrom("sittingItem").select("itemId").distinct().orderBy("itemId").execute();
  const figures = await computeFigures(
    bench.db,
    bench.departmentId,
    items.map((one) => one.itemId),
  );
  return {
    recall: [...(recall?.topics ?? [])].sort(([a], [b]) => (a < b ? -1 : 1)),
    figures: figures
      .filter((one) => one.answers > 0)
      .map(({ itemId, answers, creditSum }) => ({ itemId, answers, creditSum }))
      .sort((a, b) => (a.itemId < b.itemId ? -1 : 1)),
  };
}

test("it counts nowhere: not in results, figures or memory; the student reads why and has it back", async () => {
  const { releaseId } = await given();
  await sit(bench, 0, releaseId, () => true);
  const before = await whatIsKnown();
  const { sittingId } = await sit(bench, 1, releaseId, () => false);
  expect(await whatIsKnown()).not.toEqual(before);
  const goes = await take(releaseId, sittingId);
  expect(goes.goes.map((go) => go.sittingId)).not.toContain(sittingId);
  expect(goes.voided).toMatchObject([{ sittingId, reason: "The fire alarm rang.", mayComeBack: true }]);
  expect(await whatIsKnown()).toEqual(before);
  expect(await resultOf(1, releaseId)).toMatchObject({ state: "notBegun", goes: [], mark: null });
  await expect(delivery.showResult(student(1).scope, { params: { sittingId } })).rejects.toMatchObject({
    code: "goVoided",
    terms: { reason: "The fire alarm rang." },
  });
  expect(await shown(1, releaseId)).toMatchObject({
    mayBegin: true,
    goesTaken: 0,
    voided: [{ reason: "The fire alarm rang." }],
  });
  expect(await shown(0, releaseId)).toMatchObject({ voided: [] });
  const answers = await bench.db.selectFrom("response").select("body").where("sittingId", "=", sittingId).execute();
  expect(answers).toHaveLength(2);
});

test("brought back it is as it was, by the keys as they are ruled on now; after another go it stays out", async () => {
  const { releaseId } = await given();
  const { sittingId } = await sit(bench, 2, releaseId, (position) => position === 1);
  const before = await whatIsKnown();
  await take(releaseId, sittingId);
  await bringBack(releaseId, sittingId);
  expect(await whatIsKnown()).toEqual(before);
  expect(await resultOf(2, releaseId)).toMatchObject({ goes: [{ ordinal: 1, points: 1 }], mark: 1 });
  await take(releaseId, sittingId, "Again.");
  const item = await bench.db
    .selectFrom("sittingItem")
    .select(["itemId", "revisionId"])
    .where("sittingId", "=", sittingId)
    .where("position", "=", 2)
    .executeTakeFirstOrThrow();
  await delivery.giveKeyRuling(bench.lead, {
    params: { itemId: item.itemId },
    body: { revisionId: item.revisionId, releaseId, ruling: "award", answer: null, mendsItem: false },
  });
  await bringBack(releaseId, sittingId);
  expect(await resultOf(2, releaseId)).toMatchObject({ goes: [{ ordinal: 1, points: 2 }] });
  await take(releaseId, sittingId);
  bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
  const second = await sit(bench, 2, releaseId, () => true);
  await expect(bringBack(releaseId, sittingId)).rejects.toMatchObject({ code: "goBegunSince" });
  const { voided } = await delivery.listGoes(bench.lead, { params: { releaseId } });
  expect(voided).toMatchObject([{ sittingId, mayComeBack: false }]);
  expect(await ordinals(releaseId)).toEqual([[second.sittingId, 1]]);
});

describe("numbers", () => {
  const before: BeforeGo = { fromGo: 2, goAhead: true, reflection: null };
  const giveAhead = (n: number, releaseId: string) =>
    delivery.giveGoAheads(bench.lead, { params: { releaseId }, body: { studentIds: [student(n).studentId] } });

  test("of the goes after it move up, with what was given for them, and down again", async () => {
    const { releaseId } = await given({ goes: 4, before });
    const first = await sit(bench, 3, releaseId, () => false);
    await giveAhead(3, releaseId);
    const second = await sit(bench, 3, releaseId, () => true);
    await giveAhead(3, releaseId);
    await take(releaseId, first.sittingId);
    expect(await ordinals(releaseId)).toEqual([[second.sittingId, 1]]);
    // What opened the third go opens the one that is the second now.
    expect(await shown(3, releaseId)).toMatchObject({ mayBegin: true, goesTaken: 1 });
    await bringBack(releaseId, first.sittingId);
    expect(await ordinals(releaseId)).toEqual([
      [first.sittingId, 1],
      [second.sittingId, 2],
    ]);
    expect(await shown(3, releaseId)).toMatchObject({ mayBegin: true, goesTaken: 2 });
    await take(releaseId, first.sittingId);
    await take(releaseId, second.sittingId);
    const third = await sit(bench, 3, releaseId, () => true);
    expect(await ordinals(releaseId)).toEqual([[third.sittingId, 1]]);
  });

  test("of two that are taken out and brought back, in whatever order, the first is the first again", async () => {
    const { releaseId } = await given({ goes: 4, counts: "first" });
    const goes = [await sit(bench, 11, releaseId, () => false)];
    bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
    goes.push(await sit(bench, 11, releaseId, () => true));
    const [first, second] = goes.map(({ sittingId }) => sittingId) as [string, string];
    for (const order of [
      [first, second],
      [second, first],
    ]) {
      await take(releaseId, first);
      await take(releaseId, second);
      for (const sittingId of order) await bringBack(releaseId, sittingId);
      expect(await ordinals(releaseId)).toEqual([
        [first, 1],
        [second, 2],
      ]);
      expect(await resultOf(11, releaseId)).toMatchObject({ mark: 0 });
    }
  });

  test("the last go taken out leaves its go-ahead: the student begins again at once", async () => {
    const { releaseId } = await given({ goes: 4, before: { ...before, fromGo: 1 } });
    await giveAhead(4, releaseId);
    const { sittingId } = await sit(bench, 4, releaseId, () => false);
    await take(releaseId, sittingId);
    expect(await shown(4, releaseId)).toMatchObject({ mayBegin: true });
    await sit(bench, 4, releaseId, () => true);
  });
});

test("of a go that is under way: answers from then on are refused, and the device hears of it", async () => {
  const { releaseId } = await given();
  const begun = await delivery.beginSitting(student(5).scope, { params: { releaseId } });
  const params = { sittingId: begun.sitting.id };
  const sitter = bench.sitter(begun.token);
  const keys = await keysOf(bench, begun.sitting.id);
  const send = (seq: number) =>
    delivery.saveAnswers(sitter, {
      params,
      body: { epoch: 1, events: [choice(seq, 1, keys.get(1)?.key ?? null)], shown: [1] },
    });
  await send(1);
  await take(releaseId, begun.sitting.id);
  expect(await send(2)).toMatchObject({ state: "voided", stored: [{ seq: 2, disposition: "rejected" }] });
  expect(await delivery.showNews(sitter, { params, query: {} })).toMatchObject({ state: "voided" });
  await delivery.handIn(sitter, { params });
  await expect(take(releaseId, begun.sitting.id)).rejects.toMatchObject({ code: "goVoidedAlready" });
  await bringBack(releaseId, begun.sitting.id);
  expect(await send(3)).toMatchObject({ state: "running", stored: [{ disposition: "counted" }] });
});

test("who was let back into an earlier go is in no other at the same time", async () => {
  const { releaseId } = await given();
  const first = await sit(bench, 8, releaseId, () => false);
  bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
  const second = await delivery.beginSitting(student(8).scope, { params: { releaseId } });
  await take(releaseId, second.sitting.id);
  await delivery.letBackIn(bench.lead, { params: { releaseId, sittingId: first.sittingId } });
  await expect(bringBack(releaseId, second.sitting.id)).rejects.toMatchObject({ code: "goRunningNow" });
  await delivery.handIn(first.sitter, { params: { sittingId: first.sittingId } });
  await bringBack(releaseId, second.sitting.id);
  expect(await ordinals(releaseId)).toEqual([
    [first.sittingId, 1],
    [second.sitting.id, 2],
  ]);
});

test("at the moment somebody hands in, one of the two comes first, and the go is out either way", async () => {
  const { releaseId } = await given();
  for (let n = 6; n < 10; n++) {
    const begun = await delivery.beginSitting(student(n).scope, { params: { releaseId } });
    const params = { sittingId: begun.sitting.id };
    await Promise.all([delivery.handIn(bench.sitter(begun.token), { params }), take(releaseId, begun.sitting.id)]);
    expect(await resultOf(n, releaseId)).toMatchObject({ state: "notBegun", goes: [] });
  }
});

test("not from another department, nor by another release's address; two at once take it out once", async () => {
  const [{ releaseId }, other] = [await given(), await given()];
  const { sittingId } = await sit(bench, 10, releaseId, () => true);
  const stranger = await otherDepartment(bench);
  const body = { reason: "x" };
  await expect(delivery.voidGo(stranger.lead, { params: { releaseId, sittingId }, body })).rejects.toMatchObject({
    kind: "missing",
  });
  await expect(take(other.releaseId, sittingId)).rejects.toMatchObject({ kind: "missing" });
  const both = await Promise.allSettled([take(releaseId, sittingId), take(releaseId, sittingId)]);
  expect(both.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
});
