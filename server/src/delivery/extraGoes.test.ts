/** A go more than the rules give: it opens for that student alone, all else still holds, and begun it is not taken back. */
import { expect, test } from "vitest";
import { presets } from "@verdant/core/delivery/rules";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const give = (releaseId: string, ...students: number[]) =>
  delivery.giveExtraGo(bench.lead, { params: { releaseId }, body: bodyOf(students) });
const takeBack = (releaseId: string, ...students: number[]) =>
  delivery.takeBackExtraGo(bench.lead, { params: { releaseId }, body: bodyOf(students) });
const bodyOf = (students: number[]) => ({ studentIds: students.map((n) => bench.students[n]!.studentId) });
const card = async (n: number, releaseId: string) =>
  (await delivery.whatNow(bench.students[n]!.scope)).releases.find((one) => one.releaseId === releaseId);
const begin = (n: number, releaseId: string) =>
  delivery.beginSitting(bench.students[n]!.scope, { params: { releaseId } });

test("it opens for whom it was given to, and for nobody else; both goes count by the rule", async () => {
  const { releaseId } = await release(bench, { count: 2, rules: { ...presets.test, openness: "everything" } });
  for (const n of [0, 1]) await sit(bench, n, releaseId, () => false);
  expect(await card(0, releaseId)).toBeUndefined();
  await expect(begin(0, releaseId)).rejects.toMatchObject({ code: "noMoreGoes" });
  await give(releaseId, 0);
  expect(await card(0, releaseId)).toMatchObject({ mayBegin: true, extraGoes: 1, goesTaken: 1 });
  await expect(begin(1, releaseId)).rejects.toMatchObject({ code: "noMoreGoes" });
  await sit(bench, 0, releaseId, () => true);
  expect(await card(0, releaseId)).toBeUndefined();
  await expect(begin(0, releaseId)).rejects.toMatchObject({ code: "noMoreGoes", terms: { count: 2 } });
});

test("what a go needs besides is still needed, and who waits for a word stands with the teacher again", async () => {
  const before = { fromGo: 2, goAhead: true, reflection: null } as const;
  const { releaseId } = await release(bench, { count: 2, rules: { goes: 1, before } });
  await sit(bench, 2, releaseId, () => false);
  const waiting = async () =>
    (await delivery.listWaiting(bench.lead, { params: { releaseId } })).students.map((one) => one.studentId);
  const { studentId } = bench.students[2]!;
  expect(await waiting()).not.toContain(studentId);
  await give(releaseId, 2);
  expect(await waiting()).toContain(studentId);
  expect((await card(2, releaseId))?.missing).toEqual([{ code: "goAheadMissing" }]);
});

test("given twice it is two; taken back one by one, until it is begun", async () => {
  const { releaseId } = await release(bench, { count: 2, rules: { goes: 1 } });
  await sit(bench, 3, releaseId, () => false);
  await Promise.all([give(releaseId, 3), give(releaseId, 3)]);
  expect((await card(3, releaseId))?.extraGoes).toBe(2);
  await takeBack(releaseId, 3);
  expect((await card(3, releaseId))?.extraGoes).toBe(1);
  await begin(3, releaseId);
  await expect(takeBack(releaseId, 3)).rejects.toMatchObject({ code: "extraGoBegun" });
  await expect(takeBack(releaseId, 4)).rejects.toMatchObject({ code: "extraGoBegun" });
  expect((await card(3, releaseId))?.running).not.toBeNull();
});

test("refused: where goes have no end, to who is not in it, and from another department", async () => {
  const endless = await release(bench, { count: 2, rules: { goes: null } });
  await expect(give(endless.releaseId, 5)).rejects.toMatchObject({ code: "goesWithoutEnd" });
  const { releaseId } = await release(bench, { count: 2, rules: { goes: 1 } });
  const { lead } = await otherDepartment(bench);
  const call = { params: { releaseId }, body: bodyOf([5]) };
  await expect(delivery.giveExtraGo(lead, call)).rejects.toMatchObject({ kind: "missing" });
  await bench.db
    .updateTable("releaseTarget")
    .set({ studentId: bench.students[6]!.studentId })
    .where("releaseId", "=", releaseId)
    .execute();
  await expect(give(releaseId, 5)).rejects.toMatchObject({ code: "studentNotInClass" });
});
