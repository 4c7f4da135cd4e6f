/** Finding by what is typed: filters, phrases, figures of items, and views that are kept. */
import { kinds } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { sql } from "kysely";
import { describe, expect, test } from "vitest";
import { Caches } from "../../platform/caches.ts";
import { figures } from "../../insight/figuresJob.ts";
import { doAll } from "../../platform/testing/doAll.ts";
import { newId } from "../../platform/id.ts";
import { release, sit } from "../../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../../platform/testing/workbench.ts";
import { importStandards, linkStandards, listTopics } from "../../standards/service.ts";
import { assumed, listItems, saveItem, showItem } from "../service.ts";
import { keepView, listViews, removeView } from "./views.ts";

const bench = useWorkbench();
const find = (text: string) => listItems(bench.lead, { query: { text, sort: "newest", limit: 200 } });
const all = () => find("");

describe("what is typed", () => {
  test("a filter and the facet of the same meaning find the same, and the filter is said to mean the facet", async () => {
    const whole = await all();
    const topics = await bench.db.selectFrom("topic").select(["id", "name"]).execute();
    const most = [...whole.facets.topic].sort((a, b) => b.count - a.count)[0]!;
    const name = topics.find((one) => one.id === most.id)!.name;
    const typed = await find(`topic:"${name}"`);
    expect(typed.total).toBe(most.count);
    expect(typed.meant).toEqual([{ typed: `topic:"${name}"`, facet: "topic", ids: [most.id], problem: null }]);
    const kind = whole.facets.kind.find((one) => one.id === "oneRightAnswer")!;
    expect((await find('kind:"one right answer"')).total).toBe(kind.count);
    expect((await find("use:reserved,practice")).total).toBe(whole.total);
  });

  test("what means nothing here is said, and finds nothing", async () => {
    const found = await find("topic:nowhere by:nobody last<spring");
    expect(found.total).toBe(0);
    expect(found.meant.map((one) => one.problem)).toEqual([
      { code: "dayUnclear", said: "last<spring", choices: [] },
      { code: "topicUnknown", said: "nowhere", choices: [] },
      { code: "personUnknown", said: "nobody", choices: [] },
    ]);
    const [demand] = (await find("demand:guess")).meant;
    expect(demand?.problem).toMatchObject({ code: "noneOf", said: "guess" });
    expect(demand?.problem?.choices.length).toBeGreaterThan(2);
  });

  test("a phrase stands in its order; its words alone need not", async () => {
    const content = { ...kinds.oneRightAnswer.blank(newId), stem: richTextOf("Purple tombolos join two islands.") };
    const tagging = { ...assumed, topicId: null, standardIds: [] };
    await saveItem(bench.lead, { params: { itemId: newId() }, body: { version: 0, tagging, content } });
    const totals = ['"purple tombolos"', '"islands purple"', "islands purple", '"tombolos join" purple lacks:topic'];
    expect(await Promise.all(totals.map(async (text) => (await find(text)).total))).toEqual([1, 0, 1, 1]);
  });

  test("tags are kept with the item, counted, and found", async () => {
    const { items } = await all();
    const item = await showItem(bench.lead, { params: { itemId: items[0]!.id } });
    await saveItem(bench.lead, {
      params: { itemId: item.id },
      body: { version: item.version, content: item.content, tagging: { ...item.tagging, tags: ["field trip"] } },
    });
    const found = await find('tag:"field trip"');
    expect(found.items.map((one) => one.id)).toEqual([item.id]);
    expect(found.facets.tag).toEqual([{ id: "field trip", count: 1 }]);
  });

  test("an item that was tagged in one framework is found by a standard of another that equals it", async () => {
    const { standardId } = await bench.db.selectFrom("itemStandard").select("standardId").executeTakeFirstOrThrow();
    await importStandards(bench.lead, {
      body: { kind: "list", title: "Another framework", text: "Z.1 The same in other words" },
    });
    const { standards } = await listTopics(bench.lead);
    const other = standards.find((one) => one.code === "Z.1")!;
    const tagged = (await listItems(bench.lead, { query: { standardId, sort: "newest", limit: 1 } })).total;
    expect([(await find("standard:Z.1")).total, tagged > 0]).toEqual([0, true]);
    const link = (kind: "equals" | null) =>
      linkStandards(bench.lead, { params: { standardId: other.id, otherId: standardId }, body: { kind } });
    await link("equals");
    expect((await find("standard:Z.1")).total).toBe(tagged);
    expect((await find("Z.1")).total).toBe(tagged);
    await link(null);
    expect((await find("standard:Z.1")).total).toBe(0);
  });

  test("of ten thousand tags those in use most are offered, and any of them is found", async () => {
    await sql`update item set change_seq = 2000000, tags = array(
      select 'tag ' || number || ' ' || n from generate_series(1, 600) as n) || array['common']`.execute(bench.db);
    await sql`update department set bank_version = 2000000`.execute(bench.db);
    const { facets, total } = await all();
    expect(facets.tag).toHaveLength(200);
    expect(facets.tag[0]).toEqual({ id: "common", count: total });
    const found = await find('tag:"tag 3 599"');
    expect([found.total, found.facets.tag[0]?.id]).toEqual([1, "tag 3 599"]);
  });

  test("another department's names mean nothing", async () => {
    const { lead } = await otherDepartment(bench);
    const found = await listItems(lead, {
      query: { text: `by:"${bench.lead.caller.name}"`, sort: "newest", limit: 5 },
    });
    expect(found.meant[0]?.problem?.code).toBe("personUnknown");
  });
});

describe("figures of items", () => {
  test("they follow the answers, and the index of another process follows them", async () => {
    await doAll(bench.nobody, figures);
    const itemIds = (await find("used=0 kind:one status:approved use:practice")).items.slice(0, 2).map((one) => one.id);
    expect(itemIds).toHaveLength(2);
    const { releaseId } = await release(bench, { itemIds });
    expect(await doAll(bench.nobody, figures), "a release nobody began counts as nothing").toBe(0);
    await sit(bench, 0, releaseId, () => true);
    await sit(bench, 1, releaseId, (position) => position === 1);
    expect(await doAll(bench.nobody, figures)).toBe(1);
    const elsewhere = { ...bench.lead, caches: new Caches(bench.db) };
    for (const scope of [bench.lead, elsewhere]) {
      const ids = async (text: string) =>
        (await listItems(scope, { query: { text, sort: "newest", limit: 200 } })).items.map((one) => one.id);
      expect(await ids("seen=2 used=1")).toEqual(expect.arrayContaining(itemIds));
      expect((await ids("right=50 seen=2")).filter((id) => itemIds.includes(id))).toEqual([itemIds[1]]);
      expect((await ids("given:me")).filter((id) => itemIds.includes(id))).toHaveLength(2);
      expect((await ids("used=0")).filter((id) => itemIds.includes(id))).toEqual([]);
    }
    expect(await doAll(bench.nobody, figures), "nothing new").toBe(0);
  });
});

test("a view is kept once under a name, seen by colleagues only where it is the department's, and taken away", async () => {
  const keep = (name: string, address: string, isShared: boolean) =>
    keepView(bench.lead, { body: { name, address, isShared } });
  const { id } = await keep("Hard ones", "text=right<40", true);
  expect(await keep("hard ones", "text=right<30", true)).toEqual({ id });
  await keep("Mine", "text=by:me", false);
  expect((await listViews(bench.lead)).views).toMatchObject([
    { name: "hard ones", address: "text=right<30", isShared: true },
    { name: "Mine", isShared: false },
  ]);
  const { lead } = await otherDepartment(bench);
  await expect(removeView(lead, { params: { viewId: id } })).rejects.toMatchObject({ kind: "missing" });
  await removeView(bench.lead, { params: { viewId: id } });
  expect((await listViews(bench.lead)).views).toHaveLength(1);
});
