/** Patterns and lists against a real bank: what is made, changed and retired. */
import type { Many } from "@verdant/core/many/many";
import { headline } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { setItemStatus, showItem } from "../bank/service.ts";
import { newId } from "../platform/id.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import * as many from "./service.ts";

const bench = useWorkbench();

const distances = (values: string, key = "distance * scale / 100000"): Many => ({
  kind: "pattern",
  schemaVersion: 1,
  stem: "How far is {distance} cm at 1 : {scale}?",
  values,
  key,
  unit: "km",
  tolerancePercent: 0,
  distractors: "distance * scale / 10000",
  explanation: "",
});
const topicIds = async () => {
  const rows = await bench.db.selectFrom("unitTopic").select("topicId").distinct().limit(2).execute();
  return rows.map((row) => row.topicId);
};
const save = async (manyId: string, version: number, body: Many, more: { topicId?: string } = {}) => {
  const [topicId = ""] = await topicIds();
  return many.saveMany(bench.lead, {
    params: { manyId },
    body: { version, name: "Distances", topicId, body, ...more },
  });
};
const itemsOf = async (manyId: string) => (await many.showMany(bench.lead, { params: { manyId } })).items;

describe("a pattern", () => {
  test("puts its items into the bank, usable, each a family of its own, and again changes nothing", async () => {
    const manyId = newId();
    const values = "scale = 25000; 50000\ndistance = 2; 4; 8";
    expect(await save(manyId, 0, distances(values))).toEqual({ version: 1, added: 6, changed: 0, same: 0, retired: 0 });
    const items = await itemsOf(manyId);
    const shown = await Promise.all(items.map(({ itemId }) => showItem(bench.lead, { params: { itemId } })));
    expect(shown.map((item) => [item.status, item.familySize])).toEqual(items.map(() => ["approved", 1]));
    expect(await save(manyId, 1, distances(values))).toMatchObject({ version: 2, added: 0, changed: 0, same: 6 });
    expect(await itemsOf(manyId)).toEqual(items);
    expect((await many.listMany(bench.lead)).many).toContainEqual({
      id: manyId,
      name: "Distances",
      kind: "pattern",
      items: 6,
    });
  });

  test("carries a value put right to its item as a revision, retires what is gone, and moves all to another topic", async () => {
    const manyId = newId();
    await save(manyId, 0, distances("scale = 25000\ndistance = 2; 4; 8"));
    const [first, second, third] = await itemsOf(manyId);
    expect(await save(manyId, 1, distances("scale = 25000\ndistance = 2; 5"))).toMatchObject({
      added: 0,
      changed: 1,
      same: 1,
      retired: 1,
    });
    const now = await itemsOf(manyId);
    expect(now.map((item) => item.itemId)).toEqual([first?.itemId, second?.itemId]);
    expect(headline(now[1]!.content.stem)).toBe("How far is 5 cm at 1 : 25000?");
    const show = (itemId = "") => showItem(bench.lead, { params: { itemId } });
    expect((await show(second?.itemId)).revision.n).toBe(2);
    expect((await show(third?.itemId)).status).toBe("retired");
    const [, topicId = ""] = await topicIds();
    await save(manyId, 2, distances("scale = 25000\ndistance = 2; 5"), { topicId });
    expect((await show(first?.itemId)).tagging.topicId).toBe(topicId);
    expect((await show(first?.itemId)).revision.n).toBe(1);
  });

  test("what somebody has retired on purpose stays out; a row that was gone and comes back makes an item anew", async () => {
    const manyId = newId();
    const both = distances("scale = 25000\ndistance = 2; 4");
    await save(manyId, 0, both);
    const [, second] = await itemsOf(manyId);
    const { version } = await showItem(bench.lead, { params: { itemId: second!.itemId } });
    await setItemStatus(bench.teacher, {
      params: { itemId: second!.itemId },
      body: { version, status: "retired", successorId: null },
    });
    expect(await save(manyId, 1, both)).toMatchObject({ added: 0, same: 1 });
    expect((await many.showMany(bench.lead, { params: { manyId } })).leftOut).toEqual([second!.rowKey]);

    expect(await save(manyId, 2, distances("scale = 25000\ndistance = 4; 9"))).toMatchObject({
      changed: 1,
      retired: 0,
    });
    await save(manyId, 3, distances("scale = 25000\ndistance = 4"));
    expect(await save(manyId, 4, distances("scale = 25000\ndistance = 9"))).toMatchObject({ added: 1, same: 0 });
  });

  test("of two saves from one version the second is stale; what makes nothing is refused; neither leaves anything", async () => {
    const manyId = newId();
    const count = async () => (await bench.db.selectFrom("item").select("id").execute()).length;
    await save(manyId, 0, distances("scale = 25000\ndistance = 2"));
    const before = await count();
    await expect(save(manyId, 0, distances("scale = 25000\ndistance = 2; 3"))).rejects.toMatchObject({ kind: "stale" });
    await expect(save(manyId, 1, distances("scale = wide\ndistance = 2"))).rejects.toMatchObject({ kind: "invalid" });
    await expect(save(newId(), 0, distances(""))).rejects.toMatchObject({ kind: "invalid" });
    await expect(many.showMany(bench.lead, { params: { manyId: newId() } })).rejects.toMatchObject({ kind: "missing" });
    expect([await count(), (await itemsOf(manyId)).length]).toEqual([before, 1]);
  });
});
