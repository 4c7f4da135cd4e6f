/** The rules told beforehand: what a student reads, and that the teacher sees who has opened them. */
import { expect, test } from "vitest";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();
const show = (releaseId: string) => delivery.showNotice(bench.lead, { params: { releaseId } });
const open = (student: number, releaseId: string) =>
  delivery.openNotice(bench.students[student]!.scope, { params: { releaseId } });

test("the teacher reads what students read, and who has opened it: the first time counts", async () => {
  const rules = { outOf: 20, timeLimitMinutes: 20, goes: 2 };
  const { releaseId } = await release(bench, { count: 3, rules, shutsInMinutes: 60 });
  const { releases } = await delivery.whatNow(bench.students[0]!.scope);
  const told = releases.find((one) => one.releaseId === releaseId)!.notice;
  const { notice, readers } = await show(releaseId);
  expect({ ...notice, shutsAt: told.shutsAt }).toEqual(told);
  expect(readers.every(({ openedAt }) => openedAt === null)).toBe(true);
  const first = bench.clock.now.toISOString();
  await open(0, releaseId);
  bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
  await open(0, releaseId);
  const after = (await show(releaseId)).readers.filter(({ openedAt }) => openedAt !== null);
  expect(after.map(({ studentId, openedAt }) => [studentId, openedAt])).toEqual([
    [bench.students[0]!.studentId, first],
  ]);
});

test("a gate is told by the name of what opens it", async () => {
  const first = await release(bench, { count: 2 });
  const gate = { releaseId: first.releaseId, percent: 70, by: "best" as const };
  const { releaseId } = await release(bench, { count: 2, rules: { gate } });
  const name = (await delivery.showRelease(bench.lead, { params: { releaseId: first.releaseId } })).name;
  expect((await show(releaseId)).notice.gate).toEqual({ name, percent: 70, by: "best" });
  await sit(bench, 1, first.releaseId, () => true);
  expect((await show(releaseId)).notice.gate?.name).toBe(name);
});

test("nobody opens the rules of what is not theirs", async () => {
  const { releaseId } = await release(bench, { count: 2 });
  const other = await otherDepartment(bench);
  await expect(delivery.showNotice(other.lead, { params: { releaseId } })).rejects.toMatchObject({ kind: "missing" });
  await bench.db
    .updateTable("releaseTarget")
    .set({ studentId: bench.students[3]!.studentId })
    .where("releaseId", "=", releaseId)
    .execute();
  await expect(open(4, releaseId)).rejects.toMatchObject({ kind: "missing" });
  expect((await show(releaseId)).readers.map(({ studentId }) => studentId)).toEqual([bench.students[3]!.studentId]);
});
