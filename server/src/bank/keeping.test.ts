/** Keeping the bank: revisions apart in use and answers, look-alikes put together and taken apart, columns remembered. */
import { richTextOf } from "@verdant/core/richText";
import { describe, expect, test } from "vitest";
import { newId } from "../platform/id.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as bank from "./service.ts";

const bench = useWorkbench();
const show = (itemId: string) => bank.showItem(bench.lead, { params: { itemId } });
const itemsByNumber = async () =>
  (await bench.db.selectFrom("item").select(["id", "number"]).orderBy("number").execute()).map((row) => row.id);

async function reword(itemId: string, stem: string) {
  const { version, tagging, content } = await show(itemId);
  return bank.saveItem(bench.teacher, {
    params: { itemId },
    body: { version, tagging, content: { ...content, stem: richTextOf(stem) } },
  });
}

describe("revisions", () => {
  test("each says who made it, how it differs, where it was given and how it alone was answered", async () => {
    const { releaseId } = await release(bench, { count: 2 });
    const [itemId = ""] = (
      await bench.db.selectFrom("releaseItem").select("itemId").where("releaseId", "=", releaseId).execute()
    ).map((row) => row.itemId);
    const position = (
      await bench.db
        .selectFrom("releasePlace")
        .innerJoin("releaseItem", "releaseItem.placeId", "releasePlace.id")
        .select("releasePlace.position")
        .where("releaseItem.releaseId", "=", releaseId)
        .where("releaseItem.itemId", "=", itemId)
        .executeTakeFirstOrThrow()
    ).position;
    await sit(bench, 0, releaseId, () => true);
    await sit(bench, 1, releaseId, (at) => at !== position);
    await sit(bench, 1, releaseId, () => true);
    await reword(itemId, "Quite another question about the same thing?");
    const { revisions } = await bank.listRevisions(bench.lead, { params: { itemId } });
    expect(revisions).toMatchObject([
      { n: 2, author: bench.teacher.caller.name, isApproved: true, releases: 0, facility: { outOf: 0 } },
      {
        n: 1,
        changeKind: "first",
        isApproved: false,
        releases: 1,
        openReleases: 1,
        // The first go only.
        facility: { right: 1, outOf: 2 },
      },
    ]);
    await expect(bank.listRevisions(bench.lead, { params: { itemId: newId() } })).rejects.toMatchObject({
      kind: "missing",
    });
  });

  test("an old one that is brought back is a new one with the old words; nothing is overwritten", async () => {
    const [, itemId = ""] = await itemsByNumber();
    const { content, revision } = await show(itemId);
    await reword(itemId, "In between?");
    const { version, tagging } = await show(itemId);
    await bank.saveItem(bench.lead, { params: { itemId }, body: { version, tagging, content } });
    const { revisions } = await bank.listRevisions(bench.lead, { params: { itemId } });
    expect(revisions.slice(0, 3).map((one) => one.n)).toEqual([revision.n + 2, revision.n + 1, revision.n]);
    expect(revisions[0]?.content).toEqual(revisions[2]?.content);
  });
});

describe("look-alikes", () => {
  const change = async (itemId: string, joins: string | null) => {
    const { version } = await show(itemId);
    return bank.changeFamily(bench.lead, { params: { itemId }, body: { version, joins } });
  };
  const family = async (itemId: string) =>
    (await bank.listFamily(bench.lead, { params: { itemId } })).items.map((one) => one.id);

  test("are put together and taken apart one by one; the others stay together", async () => {
    const [a = "", b = "", c = ""] = (await itemsByNumber()).slice(-3);
    for (const id of [a, b, c]) await change(id, null);
    expect(await family(a)).toEqual([]);
    expect((await change(b, a)).familySize).toBe(2);
    expect((await change(c, b)).familySize).toBe(3);
    expect(await family(a)).toEqual([b, c]);
    await change(a, null);
    expect([await family(a), await family(b)]).toEqual([[], [c]]);
  });

  test("of two changes from one version the second is stale; an item of elsewhere cannot be joined", async () => {
    const [a = "", b = ""] = await itemsByNumber();
    const { version } = await show(a);
    await bank.changeFamily(bench.lead, { params: { itemId: a }, body: { version, joins: b } });
    await expect(
      bank.changeFamily(bench.teacher, { params: { itemId: a }, body: { version, joins: null } }),
    ).rejects.toMatchObject({ kind: "stale" });
    await expect(change(a, newId())).rejects.toMatchObject({ kind: "missing" });
    const other = await otherDepartment(bench);
    await expect(bank.listFamily(other.lead, { params: { itemId: a } })).rejects.toMatchObject({ kind: "missing" });
  });
});

test("how the columns of a workbook are read is remembered for the whole department, the latest word counting", async () => {
  const signature = "question|a|b|because";
  const keep = (scope: typeof bench.lead, last: "why" | "nothing") =>
    bank.keepColumnMapping(scope, { body: { signature, roles: ["question", "option", "option", last] } });
  await keep(bench.lead, "nothing");
  await keep(bench.teacher, "why");
  const of = async (scope: typeof bench.lead) =>
    (await bank.listColumnMappings(scope)).mappings.filter((one) => one.signature === signature);
  expect(await of(bench.lead)).toEqual([{ signature, roles: ["question", "option", "option", "why"] }]);
  expect(await of((await otherDepartment(bench)).lead)).toEqual([]);
});

test("what still needs a topic or has no standard is found, counted with the other filters, and gone once it has", async () => {
  const list = (lacks: ("topic" | "standard")[]) =>
    bank.listItems(bench.lead, { query: { lacks, sort: "newest", limit: 200 } });
  const countOf = async (id: string) => (await list([])).facets.lacks.find((one) => one.id === id)?.count ?? 0;
  const before = await countOf("topic");
  const [first = ""] = await itemsByNumber();
  const { content, tagging } = await show(first);
  const itemId = newId();
  const params = { itemId };
  const bare = { ...tagging, topicId: null, standardIds: [] };
  await bank.saveItem(bench.lead, { params, body: { version: 0, tagging: bare, content } });
  expect((await list(["topic"])).items.map((item) => item.id)).toContain(itemId);
  expect([await countOf("topic"), (await list(["topic"])).total]).toEqual([before + 1, before + 1]);
  expect((await list(["topic", "standard"])).total).toBe(await countOf("standard"));
  await bank.saveItem(bench.lead, {
    params,
    body: { version: 1, tagging: { ...bare, topicId: tagging.topicId }, content },
  });
  expect((await list(["topic"])).items.map((item) => item.id)).not.toContain(itemId);
  expect((await list(["standard"])).items.map((item) => item.id)).toContain(itemId);
});
