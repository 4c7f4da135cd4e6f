/** An import taken back: what it brought goes, what it changed is as before, and what has come of it since stays. */
import { expect, test } from "vitest";
import type { DepartmentFile } from "@verdant/contract/exchange";
import { createQuiz } from "../assembly/service.ts";
import { saveItem, showItem } from "../bank/service.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { listTransfers, undoImport } from "./service.ts";
import { bring, exported, saved } from "./testing/departmentFiles.ts";

const bench = useWorkbench();

const undo = (lead: typeof bench.lead, transferId: string) => undoImport(lead, { params: { transferId } });
const inBank = async ({ caller }: typeof bench.lead) =>
  (
    await bench.db
      .selectFrom("item")
      .select("id")
      .where("departmentId", "=", caller.departmentId)
      .where("archivedAt", "is", null)
      .orderBy("number")
      .execute()
  ).map(({ id }) => id);

test("all that it brought leaves the bank; imported again it is all new; undone twice it says so", async () => {
  const { lead } = await otherDepartment(bench);
  const file = await exported(bench);
  const done = await bring(bench, lead, file);
  expect(done).toMatchObject({ canUndo: true, undone: null, imported: { created: { items: 24 } } });
  expect(await inBank(lead)).toHaveLength(24);
  const after = await undo(lead, done.id);
  expect(after).toMatchObject({ canUndo: false, undone: { takenOut: 24, restored: 0, kept: 0 } });
  expect(await inBank(lead)).toEqual([]);
  await expect(undo(lead, done.id)).rejects.toMatchObject({ code: "importNotUndone" });
  expect((await bring(bench, lead, file)).imported?.created.items).toBe(24);
  const said = await bench.db
    .selectFrom("history")
    .select("after")
    .where("departmentId", "=", lead.caller.departmentId)
    .where("action", "=", "importUndone")
    .execute();
  expect(said).toMatchObject([{ after: { transferId: done.id, takenOut: 24 } }]);
});

test("what was changed or put into a quiz since stays, and is counted", async () => {
  const { lead } = await otherDepartment(bench);
  const done = await bring(bench, lead, await exported(bench));
  const [edited = "", used = ""] = await inBank(lead);
  const item = await showItem(lead, { params: { itemId: edited } });
  await saveItem(lead, {
    params: { itemId: edited },
    body: { version: item.version, content: item.content, tagging: { ...item.tagging, label: "mine now" } },
  });
  const { id: classId } = await bench.db
    .selectFrom("class")
    .select("id")
    .where("departmentId", "=", lead.caller.departmentId)
    .executeTakeFirstOrThrow();
  await createQuiz(lead, { body: { classId, itemIds: [used] } });
  expect((await undo(lead, done.id)).undone).toEqual({ takenOut: 22, restored: 0, kept: 2 });
  expect((await inBank(lead)).sort()).toEqual([edited, used].sort());
});

test("what it changed says again what it said; what was saved since then stays as it is", async () => {
  const file = await exported(bench);
  const reworded = (text: string): DepartmentFile => ({
    ...file,
    items: file.items.map((item, i) => (i < 2 ? { ...item, content: { ...item.content, stem: text } } : item)),
  });
  const done = await bring(bench, bench.lead, reworded("Another question?"));
  expect(done.imported?.revised.items).toBe(2);
  const ids = (
    await bench.db.selectFrom("transfer").select("brought").where("id", "=", done.id).executeTakeFirstOrThrow()
  ).brought!.changed.map(({ itemId }) => itemId);
  const [first = "", second = ""] = ids;
  const saysNow = async (itemId: string) =>
    JSON.stringify((await showItem(bench.lead, { params: { itemId } })).content);
  expect(await saysNow(first)).toContain("Another question?");
  const item = await showItem(bench.lead, { params: { itemId: second } });
  await saveItem(bench.lead, {
    params: { itemId: second },
    body: { version: item.version, content: item.content, tagging: { ...item.tagging, label: "kept" } },
  });
  expect((await undo(bench.lead, done.id)).undone).toEqual({ takenOut: 0, restored: 1, kept: 1 });
  expect(await saysNow(first)).not.toContain("Another question?");
  expect(await saysNow(second)).toContain("Another question?");
});

test("of a table and a package as of a department file", async () => {
  for (const format of ["table", "package"] as const) {
    const { lead } = await otherDepartment(bench);
    const done = await bring(bench, lead, await saved(bench, format));
    expect(done.canUndo, format).toBe(true);
    const { undone } = await undo(lead, done.id);
    expect(undone?.takenOut, format).toBe(done.imported?.created.items);
    expect(await inBank(lead), format).toEqual([]);
  }
});

test("is a lead's, of their own department; what brought nothing, and an export, is not undone", async () => {
  const file = await exported(bench);
  const same = await bring(bench, bench.lead, file);
  expect(same.canUndo).toBe(false);
  await expect(undo(bench.lead, same.id)).rejects.toMatchObject({ code: "importNotUndone" });
  const { transfers } = await listTransfers(bench.lead);
  const out = transfers.find(({ kind }) => kind === "export");
  await expect(undo(bench.lead, out?.id ?? "")).rejects.toMatchObject({ code: "importNotUndone" });
  const { lead } = await otherDepartment(bench);
  await expect(undo(lead, same.id)).rejects.toMatchObject({ kind: "missing" });
  await expect(undo(bench.teacher, same.id)).rejects.toMatchObject({ code: "notAllowed" });
});
