/** Revision sheets: what went wrong, something else to try, and nothing of a reserved question. */
import { beforeEach, expect, test } from "vitest";
import { plainText } from "@verdant/core/richText";
import { giveReason } from "../delivery/reasons.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { showSheets } from "./sheets.ts";

const bench = useWorkbench();
beforeEach(() => {
  bench.clock.now = new Date(bench.clock.now.getTime() + 3_600_000);
});
const show = (releaseId: string) => showSheets(bench.lead, { params: { releaseId }, query: {} });
const idOf = (n: number) => bench.students[n]!.studentId;

test("each student's own: what was wrong, what was answered, why; who got all right has none, who is missing is named", async () => {
  const { releaseId } = await release(bench, { count: 6, rules: { goes: null, openFrom: "handIn" } });
  const { sittingId } = await sit(bench, 0, releaseId, (position) => position > 2);
  await sit(bench, 1, releaseId, () => true);
  await giveReason(bench.students[0]!.scope, { params: { sittingId, position: 1 }, body: { text: "It was longest" } });
  const { students, without, isOpen } = await show(releaseId);
  expect(isOpen).toBe(true);
  const [wrong, right] = [0, 1].map((n) => students.find(({ studentId }) => studentId === idOf(n)));
  expect(right).toMatchObject({ items: [], further: [] });
  expect(wrong?.items).toHaveLength(2);
  expect(wrong?.items.filter(({ reason }) => reason === "It was longest")).toHaveLength(1);
  const asked = await bench.db
    .selectFrom("sittingItem")
    .innerJoin("itemRevision", "itemRevision.id", "sittingItem.revisionId")
    .where("sittingId", "=", sittingId)
    .select(["sittingItem.itemId", "sittingItem.position", "itemRevision.content"])
    .execute();
  const stems = new Set(asked.map(({ content }) => plainText(content.stem)));
  for (const { itemId, stem, answered, again } of wrong?.items ?? []) {
    expect(asked.find((one) => one.itemId === itemId)?.position).toBeLessThanOrEqual(2);
    expect(plainText(stem!)).not.toBe("");
    expect(answered).not.toBe("");
    if (again) expect(stems.has(plainText(again.stem))).toBe(false);
  }
  expect(wrong?.items.some(({ again }) => again !== null)).toBe(true);
  expect(without.map(({ studentId }) => studentId)).not.toContain(idOf(0));
  expect(without.length).toBe(bench.students.length - 2);
});

test("the last go is what a sheet is from; what has no room is named by its topic", async () => {
  const { releaseId } = await release(bench, { count: 8, rules: { goes: null, waitHours: 0 } });
  await sit(bench, 2, releaseId, () => true);
  await sit(bench, 2, releaseId, () => false);
  const { students } = await show(releaseId);
  const [one] = students;
  expect(one?.items).toHaveLength(4);
  expect(one?.further.length).toBeGreaterThan(0);
  await sit(bench, 2, releaseId, () => true);
  expect((await show(releaseId)).students[0]).toMatchObject({ items: [], further: [] });
});

test("of a reserved question neither its words, nor what was answered, nor its key are on the sheet", async () => {
  const item = await bench.db
    .selectFrom("item")
    .where("kind", "=", "oneRightAnswer")
    .where("status", "=", "approved")
    .select(["id"])
    .orderBy("number")
    .limit(1)
    .executeTakeFirstOrThrow();
  await bench.db.updateTable("item").set({ use: "reserved" }).where("id", "=", item.id).execute();
  const { releaseId } = await release(bench, { itemIds: [item.id] });
  await sit(bench, 3, releaseId, () => false);
  const sheets = await show(releaseId);
  expect(sheets.students[0]?.items).toMatchObject([
    { stem: null, stimulus: null, answered: null, reason: null, rationales: [], explanation: null },
  ]);
  const { content } = await bench.db
    .selectFrom("itemRevision")
    .innerJoin("releaseItem", "releaseItem.revisionId", "itemRevision.id")
    .where("releaseItem.releaseId", "=", releaseId)
    .select("content")
    .executeTakeFirstOrThrow();
  expect(JSON.stringify(sheets)).not.toContain(plainText(content.stem));
  await bench.db.updateTable("item").set({ use: "practice" }).where("id", "=", item.id).execute();
});

test("nobody prints another department's", async () => {
  const { releaseId } = await release(bench, { count: 3 });
  const other = await otherDepartment(bench);
  await expect(showSheets(other.lead, { params: { releaseId }, query: {} })).rejects.toMatchObject({ kind: "missing" });
});
