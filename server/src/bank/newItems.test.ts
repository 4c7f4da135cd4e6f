/** Items that come in together: what each is, what is refused, and how little the database is asked. */
import fc from "fast-check";
import { richTextOf } from "@verdant/core/richText";
import { expect, test } from "vitest";
import { newId } from "../platform/id.ts";
import { statementsOf } from "../platform/testing/statements.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { listItems } from "./list/search.ts";
import { addItems, assumed, insertItems, saveItem, showItem } from "./service.ts";

const bench = useWorkbench();

const contentOf = (stem: string) => ({
  ...{ kind: "oneRightAnswer" as const, schemaVersion: 1 as const, stem: richTextOf(stem) },
  options: ["right", "wrong"].map((text, i) => ({ id: `option${i}`, text: richTextOf(text), isKey: i === 0 })),
});
const topicId = async () =>
  (await bench.db.selectFrom("topic").select("id").where("name", "=", "Meanders").executeTakeFirstOrThrow()).id;
const given = async (
  stem: string,
  more: { variantOf?: string; topicId?: string | null; standardIds?: string[] } = {},
) => {
  const { variantOf, ...tagging } = { topicId: await topicId(), standardIds: [], ...more };
  return { itemId: newId(), tagging: { ...assumed, ...tagging }, content: contentOf(stem), variantOf };
};
const count = async () =>
  (
    await bench.db
      .selectFrom("item")
      .select((eb) => eb.fn.countAll<number>().as("n"))
      .executeTakeFirstOrThrow()
  ).n;

test("one that comes in with others is what it would be alone, but for its number", async () => {
  const [alone, first, second] = [
    await given("Alone?"),
    await given("First?"),
    await given("Second?", { topicId: null }),
  ];
  await saveItem(bench.lead, {
    params: { itemId: alone.itemId },
    body: { version: 0, tagging: alone.tagging, content: alone.content },
  });
  await insertItems(bench.lead, [first, second]);
  const shown = async (itemId: string) => showItem(bench.lead, { params: { itemId } });
  const [one, other, draft] = [await shown(alone.itemId), await shown(first.itemId), await shown(second.itemId)];
  const likeness = ({ status, version, owner, tagging, faults, familySize }: typeof one) => ({
    ...{ status, version, owner, tagging, faults, familySize },
  });
  expect(likeness(other)).toEqual(likeness(one));
  expect([other.status, draft.status]).toEqual(["approved", "draft"]);
  expect(draft.number).toBe(other.number + 1);
  const history = await bench.db
    .selectFrom("history")
    .select(["entityId", "action", "batchId"])
    .where("entityId", "in", [first.itemId, second.itemId])
    .execute();
  expect(history.map((row) => row.action)).toEqual(["written", "written"]);
  expect(new Set(history.map((row) => row.batchId)).size, "one deed").toBe(1);
});

test("variants share a family with what they vary, also with one that comes in beside them", async () => {
  const original = await given("Original?");
  const variant = await given("Varied?", { variantOf: original.itemId });
  const again = await given("Varied again?", { variantOf: variant.itemId });
  await insertItems(bench.lead, [original, variant, again]);
  const later = await given("Later?", { variantOf: original.itemId });
  await insertItems(bench.lead, [later]);
  const families = await Promise.all(
    [original, variant, again, later].map(
      async ({ itemId }) => (await showItem(bench.lead, { params: { itemId } })).familyId,
    ),
  );
  expect(new Set(families).size).toBe(1);
});

test("where a topic or a standard of one is not there any more, none comes in", async () => {
  const before = await count();
  const fine = await given("Fine?");
  for (const broken of [
    await given("No topic?", { topicId: newId() }),
    await given("No standard?", { standardIds: [newId()] }),
  ])
    await expect(insertItems(bench.lead, [fine, broken])).rejects.toMatchObject({ kind: "invalid" });
  expect(await count()).toBe(before);
});

test("they are found at once, each by its own words, and numbers follow each other", async () => {
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 1, max: 7 }), async (n) => {
      const words = Array.from({ length: n }, (_, i) => `zyx${newId().slice(-6)}${"abcdefg"[i] ?? ""}`);
      const items = await Promise.all(words.map((word) => given(`What is a ${word}?`)));
      await insertItems(bench.lead, items);
      const numbers: number[] = [];
      for (const [i, text] of words.entries()) {
        const found = await listItems(bench.lead, { query: { text, sort: "newest", limit: 5 } });
        expect(found.items.map((item) => item.id)).toEqual([items[i]?.itemId]);
        numbers.push(found.items[0]?.number ?? 0);
      }
      expect(numbers).toEqual(numbers.map((_, i) => (numbers[0] ?? 0) + i));
    }),
    { numRuns: 4 },
  );
});

test("fifty take no more statements than five", async () => {
  const topic = await topicId();
  const statements = (n: number) => {
    const items = Array.from({ length: n }, (_, i) => ({
      ...{ topicId: topic, standardIds: [], content: contentOf(`Of ${n}: ${i}?`) },
    }));
    return statementsOf(() => addItems(bench.lead, { body: { items } }));
  };
  const few = await statements(5);
  expect(await statements(50)).toBe(few);
  expect(few).toBeLessThanOrEqual(20);
});
