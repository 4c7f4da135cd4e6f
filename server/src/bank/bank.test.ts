import { choiceContent } from "../platform/testing/choices.ts";
import type { Input } from "@verdant/contract/endpoint";
import type * as contract from "@verdant/contract/bank";
import { richTextOf } from "@verdant/core/richText";
import { itemSorts, Tagging } from "@verdant/contract/bank";
import { describe, expect, test } from "vitest";
import { kinds } from "@verdant/core/items/kinds";
import { createQuiz } from "../assembly/service.ts";
import { newId } from "../platform/id.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { usableItems } from "./index/bankIndex.ts";
import * as bank from "./service.ts";

const bench = useWorkbench();
type Body = Input<typeof contract.saveItem>["body"];

async function meanders(): Promise<string> {
  const row = await bench.db.selectFrom("topic").select("id").where("name", "=", "Meanders").executeTakeFirstOrThrow();
  return row.id;
}
const content = (stem: string, options = ["Right", "Wrong"]): Body["content"] => ({
  kind: "oneRightAnswer",
  schemaVersion: 1,
  stem: richTextOf(stem),
  options: options.map((text, i) => ({ id: `option${i}`, text: richTextOf(text), isKey: i === 0 })),
});
const body = async (more: Partial<Body> = {}): Promise<Body> => ({
  version: 0,
  tagging: {
    label: null,
    topicId: await meanders(),
    stimulusId: null,
    standardIds: [],
    demand: "recall",
    use: "practice",
    expectedSeconds: 45,
    writerDifficulty: 3,
    keptFindings: [],
    tags: [],
    points: 1,
  },
  content: content("Where is the current fastest?"),
  ...more,
});
const save = (itemId: string, given: Body, scope = bench.lead) =>
  bank.saveItem(scope, { params: { itemId }, body: given });

describe("saving an item", () => {
  test("with stem, key and topic it is approved at once; without one of them it stays a draft that says what it lacks", async () => {
    expect((await save(newId(), await body())).status).toBe("approved");
    const { tagging } = await body();
    const draft = await save(
      newId(),
      await body({ tagging: { ...tagging, topicId: null }, content: content("", ["A", "A"]) }),
    );
    expect(draft.status).toBe("draft");
    expect(draft.faults.map((fault) => fault.path[0])).toEqual(["stem", "options", "topicId"]);
  });

  test("a change of words makes a revision; a change of tags does not, and none is asked of a typo's difficulty", async () => {
    const id = newId();
    const first = await save(id, await body());
    const tagged = await save(id, await body({ version: 1, tagging: { ...(await body()).tagging, demand: "reason" } }));
    expect(tagged.revision).toEqual(first.revision);
    const reworded = await save(id, await body({ version: 2, content: content("Where is the current fastest!") }));
    expect([reworded.revision.n, reworded.version]).toEqual([2, 3]);
    const rows = await bench.db
      .selectFrom("itemRevision")
      .select(["changeKind", "parameterId"])
      .where("itemId", "=", id)
      .orderBy("n")
      .execute();
    expect(rows.map((row) => row.changeKind)).toEqual(["first", "typo"]);
    expect(rows[1]?.parameterId).toBe(rows[0]?.parameterId);
  });

  test("what is kept on purpose stays with the item, not with its words, and is kept with a reason", async () => {
    const id = newId();
    await save(id, await body());
    const kept = [{ rule: "keyLongest" as const, reason: "the term is long" }];
    const after = await save(
      id,
      await body({ version: 1, tagging: { ...(await body()).tagging, keptFindings: kept } }),
    );
    expect(after).toMatchObject({ tagging: { keptFindings: kept }, revision: { n: 1 } });
    expect(Tagging.safeParse({ ...after.tagging, keptFindings: [...kept, ...kept] }).success).toBe(false);
    expect(Tagging.safeParse({ ...after.tagging, keptFindings: [{ rule: "keyLongest", reason: " " }] }).success).toBe(
      false,
    );
  });

  test("of two saves from one version at the same time, the second is stale and leaves no trace", async () => {
    const id = newId();
    await save(id, await body());
    const outcomes = await Promise.allSettled([
      save(id, await body({ version: 1, content: content("Lead's words") })),
      save(id, await body({ version: 1, content: content("Teacher's words") }), bench.teacher),
    ]);
    expect(outcomes.map((outcome) => outcome.status).sort()).toEqual(["fulfilled", "rejected"]);
    expect(outcomes.find((outcome) => outcome.status === "rejected")?.reason).toMatchObject({ kind: "stale" });
    expect(await bench.db.selectFrom("itemRevision").select("n").where("itemId", "=", id).execute()).toHaveLength(2);
  });

  test("a new item that is sent twice is stale the second time, not there twice", async () => {
    const id = newId();
    const given = await body();
    const outcomes = await Promise.allSettled([save(id, given), save(id, given)]);
    expect(outcomes.filter((outcome) => outcome.status === "fulfilled")).toHaveLength(1);
    expect(outcomes.find((outcome) => outcome.status === "rejected")?.reason).toMatchObject({ kind: "stale" });
  });

  test("an edit that takes the key away keeps the approved revision approved", async () => {
    const id = newId();
    const good = await save(id, await body());
    const broken = content("No key");
    await save(
      id,
      await body({
        version: 1,
        content: {
          ...choiceContent(broken),
          options: choiceContent(broken).options.map((option) => ({ ...option, isKey: false })),
        },
      }),
    );
    const row = await bench.db
      .selectFrom("item")
      .select(["status", "approvedRevisionId"])
      .where("id", "=", id)
      .executeTakeFirstOrThrow();
    expect(row).toEqual({ status: "approved", approvedRevisionId: good.revision.id });
  });

  test("a topic or standard of another department is refused by name of the field, and nothing is written", async () => {
    const other = await otherDepartment(bench);
    const foreignTopic = newId();
    await bench.db
      .insertInto("topic")
      .values({
        departmentId: other.lead.caller.departmentId,
        id: foreignTopic,
        parentId: null,
        name: "Theirs",
        note: null,
        letter: null,
        hue: null,
        position: 1,
        mergedIntoId: null,
        archivedAt: null,
      })
      .execute();
    const { tagging } = await body();
    const id = newId();
    await expect(save(id, await body({ tagging: { ...tagging, topicId: foreignTopic } }))).rejects.toMatchObject({
      kind: "invalid",
      errors: [{ pointer: "/body/tagging/topicId" }],
    });
    await expect(save(id, await body({ tagging: { ...tagging, standardIds: [newId()] } }))).rejects.toMatchObject({
      kind: "invalid",
      errors: [{ pointer: "/body/tagging/standardIds" }],
    });
    await expect(bank.showItem(bench.lead, { params: { itemId: id } })).rejects.toMatchObject({ kind: "missing" });
  });

  test("a revision never changes, whoever asks", async () => {
    await expect(bench.db.updateTable("itemRevision").set({ note: "changed" }).execute()).rejects.toThrow(
      /never change/,
    );
    await expect(bench.db.deleteFrom("itemRevision").execute()).rejects.toThrow(/never change/);
  });
});

describe("drafts", () => {
  test("my draft is mine alone, is read back as it was, and goes with the save", async () => {
    const id = newId();
    const given = await body();
    const draft = { tagging: given.tagging, content: content("Half a sent") };
    await bank.keepDraft(bench.lead, { params: { itemId: id }, body: { baseVersion: 0, body: draft } });
    expect((await bank.showDraft(bench.lead, { params: { itemId: id } })).draft).toMatchObject({
      baseVersion: 0,
      body: draft,
    });
    expect((await bank.showDraft(bench.teacher, { params: { itemId: id } })).draft).toBeNull();
    await save(id, given);
    expect((await bank.showDraft(bench.lead, { params: { itemId: id } })).draft).toBeNull();
  });
});

describe("finding", () => {
  const find = async (query: { text?: string; topicId?: string }) =>
    (await bank.listItems(bench.lead, { query: { limit: 50, sort: "newest", ...query } })).items.map(
      (item) => item.label ?? item.stem,
    );

  test("words match by stem and by beginning, with or without accents; a number finds its item", async () => {
    expect(await find({ text: "groynes" })).toEqual(["Groyne at Penmarrow"]);
    expect(await find({ text: "Penmár" })).toEqual(["Groyne at Penmarrow"]);
    expect(await find({ text: "12" })).toContain("Groyne at Penmarrow");
    expect(await find({ text: "zeppelin" })).toEqual([]);
  });
  test("signs of the search language are words like any others", async () => {
    expect(await find({ text: "'); drop table item; --" })).toEqual([]);
    expect(await find({ text: "| & ! :*" })).not.toEqual([]);
  });
  test("a topic finds what lies under it", async () => {
    const { id } = await bench.db
      .selectFrom("topic")
      .select("id")
      .where("name", "=", "Coasts")
      .executeTakeFirstOrThrow();
    expect(await find({ topicId: id })).toHaveLength(8);
  });

  const list = (query: Partial<Parameters<typeof bank.listItems>[1]["query"]>) =>
    bank.listItems(bench.lead, { query: { limit: 200, sort: "newest", ...query } });

  test("a mistyped word is looked for under the nearest one, and that is said", async () => {
    const found = await list({ text: "groine" });
    expect(found.understood.map((one) => one.typed)).toEqual(["groine"]);
    expect(found.understood[0]?.words).toContain("groyne");
    expect(found.items.map((item) => item.label)).toContain("Groyne at Penmarrow");
  });

  test("each facet's count is what choosing it gives, also beside other filters", async () => {
    const all = await list({});
    const narrowed = { demand: ["recall" as const] };
    for (const base of [{}, narrowed, { text: "coast" }]) {
      const { facets } = await list(base);
      for (const name of ["topic", "standard", "kind", "status", "use", "lacks"] as const)
        for (const { id, count } of facets[name]) {
          const key = name === "topic" || name === "standard" ? `${name}Id` : name;
          expect([name, id, (await list({ ...base, [key]: [id] })).total]).toEqual([name, id, count]);
        }
    }
    expect((await list(narrowed)).total).toBeLessThan(all.total);
  });

  test.each(itemSorts)("pages sorted by %s hold every item once, in the order of the whole", async (sort) => {
    const whole = (await list({ sort })).items.map((item) => item.id);
    const paged: string[] = [];
    for (;;) {
      const { items } = await list({ sort, limit: 5, from: paged.length });
      if (items.length === 0) break;
      paged.push(...items.map((item) => item.id));
    }
    expect(paged).toEqual(whole);
  });
});

describe("the bank index", () => {
  test("follows every change, and never shows what a transaction took back", async () => {
    const count = async () => (await usableItems(bench.lead, bench.departmentId)).itemIds.length;
    const before = await count();
    await save(newId(), await body());
    expect(await count()).toBe(before + 1);
    const { tagging } = await body();
    await expect(save(newId(), await body({ tagging: { ...tagging, standardIds: [newId()] } }))).rejects.toThrow();
    expect(await count()).toBe(before + 1);
  });
});

describe("several at once", () => {
  const one = (stem: string, topicId: string | null): Parameters<typeof bank.addItems>[1]["body"]["items"][number] => ({
    content: content(stem),
    topicId,
    standardIds: [],
  });

  test("all come into the bank in their order, or none does", async () => {
    const { tagging } = await body();
    const { itemIds } = await bank.addItems(bench.lead, {
      body: { items: [one("First of two?", tagging.topicId), one("Second of two?", null)] },
    });
    const items = await Promise.all(itemIds.map((itemId) => bank.showItem(bench.lead, { params: { itemId } })));
    expect(items.map((item) => item.status)).toEqual(["approved", "draft"]);
    expect(items.map((item) => item.number)).toEqual([items[0]!.number, items[0]!.number + 1]);
    const before = await bench.db.selectFrom("item").select("id").execute();
    const refused = bank.addItems(bench.lead, {
      body: { items: [one("Fine?", tagging.topicId), one("Not mine?", newId())] },
    });
    await expect(refused).rejects.toMatchObject({ kind: "invalid" });
    expect(await bench.db.selectFrom("item").select("id").execute()).toHaveLength(before.length);
  });

  test("an item that is merged into one that is there adds none: that one takes what it lacks, as a revision", async () => {
    const { tagging } = await body();
    const [mergeInto = ""] = (await bank.addItems(bench.lead, { body: { items: [one("Kept?", tagging.topicId)] } }))
      .itemIds;
    const before = await bank.showItem(bench.lead, { params: { itemId: mergeInto } });
    const brought = one("Brought?", tagging.topicId);
    const explained = { ...brought.content, explanation: richTextOf("So it is.") };
    const items = [{ ...brought, content: explained, mergeInto }];
    expect((await bank.addItems(bench.teacher, { body: { items } })).itemIds).toEqual([mergeInto]);
    const after = await bank.showItem(bench.lead, { params: { itemId: mergeInto } });
    expect(after.revision.n).toBe(before.revision.n + 1);
    expect(after.content).toEqual({ ...before.content, explanation: richTextOf("So it is.") });
    await bank.addItems(bench.lead, { body: { items } });
    expect((await bank.showItem(bench.lead, { params: { itemId: mergeInto } })).revision.n).toBe(after.revision.n);
  });

  test("what is very like an item of the bank is found by words, but not in the item's own family", async () => {
    const { tagging } = await body();
    const asked = "Which northern harbour freezes over earliest every winter?";
    const { itemIds } = await bank.addItems(bench.lead, { body: { items: [one(asked, tagging.topicId)] } });
    const [first = ""] = itemIds;
    const variant = { ...one(asked.replace("winter", "decade"), tagging.topicId), variantOf: first };
    await bank.addItems(bench.lead, { body: { items: [variant] } });
    const like = async (stem: string, besides: string[] = [], by = bench.lead) =>
      (await bank.findLikeItems(by, { body: { contents: [content(stem)], besides } })).like[0];
    expect(await like(asked.toUpperCase())).toMatchObject({ itemId: first, likeness: 1 });
    expect((await like(asked.replace("harbour", "port")))?.itemId).toBe(first);
    expect(await like("Which of these is a delta?")).toBeNull();
    expect(await like(asked, [first])).toBeNull();
    const other = await otherDepartment(bench);
    expect(await like(asked, [], other.lead)).toBeNull();
  });

  test("the same words are found among however many items on the same thing, little words or signs notwithstanding", async () => {
    const { tagging } = await body();
    const many = Array.from({ length: 60 }, (_, i) => `Where does glacier ${i} of the valley end, and where not?`);
    await bank.addItems(bench.lead, { body: { items: many.map((stem) => one(stem, tagging.topicId)) } });
    const stems = ["Where does a glacier drop its sand?", "What's a glacier's 'snout\\' & why (not) !|<->?"];
    const { itemIds } = await bank.addItems(bench.lead, {
      body: { items: stems.map((stem) => one(stem, tagging.topicId)) },
    });
    const contents = [...stems, "Where does it?", "''", "\\' & | !"].map((stem) => content(stem));
    const { like } = await bank.findLikeItems(bench.lead, { body: { contents, besides: [] } });
    expect(like.map((found) => found?.itemId ?? null).slice(0, 2)).toEqual(itemIds);
    expect(like).toHaveLength(5);
  });
});

describe("what was put in can be taken out again", () => {
  const withNumber = (n: number) => ({ ...kinds.keyOnly.blank(newId), stem: richTextOf(`Question ${n} of the sheet`) });
  const put = async (contents: ReturnType<typeof withNumber>[]) =>
    bank.addItems(bench.lead, {
      body: {
        items: contents.map((content, i) => ({ content, topicId: null, standardIds: [], ...(i > 0 && { alike: 0 }) })),
      },
    });
  const isThere = async (itemId: string) =>
    (await bench.db.selectFrom("item").select("archivedAt").where("id", "=", itemId).executeTakeFirstOrThrow())
      .archivedAt === null;

  test("as far as nobody has changed or used it since, and by whoever put it in", async () => {
    const { added } = await put([withNumber(1), withNumber(2), withNumber(3)]);
    const [one, two, three] = added as [string, string, string];
    const families = await bench.db.selectFrom("item").select("familyId").where("id", "in", added).execute();
    expect(new Set(families.map((row) => row.familyId)).size).toBe(1);
    const { version, tagging, content } = await bank.showItem(bench.lead, { params: { itemId: two } });
    await bank.saveItem(bench.lead, {
      params: { itemId: two },
      body: { version, tagging: { ...tagging, label: "mine" }, content },
    });
    const { classId } = bench;
    await createQuiz(bench.lead, { body: { classId, itemIds: [three] } });
    expect(await bank.takeOutItems(bench.teacher, { body: { itemIds: added } })).toEqual({ takenOut: 0, kept: 3 });
    expect(await bank.takeOutItems(bench.lead, { body: { itemIds: added } })).toEqual({ takenOut: 1, kept: 2 });
    expect([await isThere(one), await isThere(two), await isThere(three)]).toEqual([false, true, true]);
    const listed = await bench.db.selectFrom("item").select("id").where("archivedAt", "is", null).execute();
    expect(listed.map((row) => row.id)).not.toContain(one);
  });

  test("what is said of an item besides its content comes in with it", async () => {
    const { added } = await bank.addItems(bench.lead, {
      body: {
        items: [
          {
            content: withNumber(9),
            topicId: null,
            standardIds: [],
            about: { use: "reserved", points: 2, demand: "reason" },
          },
        ],
      },
    });
    const { tagging } = await bank.showItem(bench.lead, { params: { itemId: added[0] ?? "" } });
    expect(tagging).toMatchObject({ use: "reserved", points: 2, demand: "reason", expectedSeconds: 45 });
  });
});
