/** An export of some items: these and what belongs to them, and nothing else. */
import { readPastedItems } from "@verdant/core/bank/pastedItems";
import { headline } from "@verdant/core/richText";
import { expect, test } from "vitest";
import type { Which } from "@verdant/contract/bulk";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { startExport } from "./service.ts";
import { bring, bytesOf, doTransfers } from "./testing/departmentFiles.ts";

const bench = useWorkbench();
type Format = "package" | "table" | "workbook" | "text" | "word";

async function savedSome(format: Format, which: Which): Promise<Buffer> {
  const { id } = await startExport(bench.lead, { body: { format, which } });
  await doTransfers(bench);
  return bytesOf(bench.lead, id);
}
const someIds = async (count: number) => {
  const rows = await bench.db
    .selectFrom("item")
    .innerJoin("itemRevision", "itemRevision.id", "item.latestRevisionId")
    .select(["item.id", "item.topicId", "itemRevision.content"])
    .where("item.departmentId", "=", bench.departmentId)
    .orderBy("item.number", "desc")
    .limit(count)
    .execute();
  return rows.map(({ id, topicId, content }) => ({ id, topicId, stem: headline(content.stem) }));
};

test("as text and as a table: just these", async () => {
  const some = await someIds(3);
  const which = { itemIds: some.map(({ id }) => id) };
  const text = (await savedSome("text", which)).toString("utf8");
  const { items } = readPastedItems(text, () => "id");
  const named = [...text.matchAll(/“([^”]+)” \(/g)];
  expect(items.length + named.length).toBe(3);
  for (const { content } of items) expect(some.map(({ stem }) => stem)).toContain(headline(content.stem));
  const table = (await savedSome("table", which)).toString("utf8");
  for (const { stem } of some) expect(table).toContain(stem);
  const others = (await someIds(100)).slice(3);
  expect(others.filter(({ stem }) => table.includes(stem))).toEqual([]);
});

test("as a package, imported by a colleague elsewhere: these items, their topics with all above them, and no others", async () => {
  const some = await someIds(4);
  const file = await savedSome("package", { itemIds: some.map(({ id }) => id) });
  const { lead } = await otherDepartment(bench);
  const before = await countOf(lead.caller.departmentId);
  const transfer = await bring(bench, lead, file);
  expect(transfer).toMatchObject({ state: "done" });
  const { departmentId } = lead.caller;
  expect((await countOf(departmentId)) - before).toBe(4);
  const topics = await bench.db
    .selectFrom("topic")
    .select(["id", "name", "parentId"])
    .where("departmentId", "=", departmentId)
    .execute();
  const here = await bench.db
    .selectFrom("topic")
    .select(["id", "name", "parentId"])
    .where("departmentId", "=", bench.departmentId)
    .execute();
  const byId = new Map(here.map((one) => [one.id, one]));
  const needed = new Set<string>();
  for (const { topicId } of some)
    for (let at = byId.get(topicId ?? ""); at !== undefined; at = byId.get(at.parentId ?? "")) needed.add(at.name);
  for (const name of needed) expect(topics.map((one) => one.name)).toContain(name);
  expect(topics.length).toBeLessThan(here.length);
});

test("what a search finds, unless it finds another number by now; the whole department takes no selection", async () => {
  const all = await someIds(1000);
  const which = { query: {}, expected: all.length };
  const table = (await savedSome("table", which)).toString("utf8");
  expect(all.filter(({ stem }) => !table.includes(stem))).toEqual([]);
  await expect(
    startExport(bench.lead, { body: { format: "table", which: { query: {}, expected: all.length + 1 } } }),
  ).rejects.toMatchObject({ code: "bankChanged" });
  const { lead } = await otherDepartment(bench);
  const { id } = await startExport(lead, { body: { format: "table", which: { itemIds: [all[0]!.id] } } });
  await doTransfers(bench);
  // Somebody else's item is nobody's here.
  expect((await bytesOf(lead, id)).toString("utf8").trim().split("\n")).toHaveLength(1);
});

async function countOf(departmentId: string): Promise<number> {
  const rows = await bench.db.selectFrom("item").select("id").where("departmentId", "=", departmentId).execute();
  return rows.length;
}
