/** Items saved together: each is what it would be alone, all of them or none, and the database is asked little. */
import fc from "fast-check";
import { richTextOf } from "@verdant/core/richText";
import { reviewModes } from "@verdant/core/review/reviewRules";
import { beforeAll, expect, test } from "vitest";
import { newId } from "../platform/id.ts";
import { statementsOf } from "../platform/testing/statements.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { updateReviewSettings } from "../reviewRequests/requests.ts";
import { assumed, insertItems, saveItem, saveItems, setItemStatus, showItem } from "./service.ts";

const bench = useWorkbench();
const stems = ["Where is the outer bank?", "Where is the outer bnak?", "What is a meander?"] as const;
let topicId = "";
let standardIds: string[] = [];

beforeAll(async () => {
  const { departmentId } = bench.lead.caller;
  const of = (table: "topic" | "standard") =>
    bench.db.selectFrom(table).select("id").where("departmentId", "=", departmentId).orderBy("id").limit(3).execute();
  topicId = (await of("topic"))[0]?.id ?? "";
  standardIds = (await of("standard")).map(({ id }) => id);
});

const contentOf = (stem: string, key: number) => ({
  ...{ kind: "oneRightAnswer" as const, schemaVersion: 1 as const, stem: richTextOf(stem) },
  options: ["here", "there"].map((text, i) => ({ id: `option${i}`, text: richTextOf(text), isKey: i === key })),
});
const taggingOf = (
  more: Partial<{
    topicId: string | null;
    label: string | null;
    standardIds: string[];
    use: "practice" | "reserved";
  }> = {},
) => ({
  ...{ ...assumed, topicId, standardIds: [] as string[], ...more },
});
const show = (itemId: string) => showItem(bench.lead, { params: { itemId } });

async function fresh(n: number, areDrafts = false): Promise<string[]> {
  const itemIds = Array.from({ length: n }, newId);
  await insertItems(
    bench.lead,
    itemIds.map((itemId) => ({
      itemId,
      tagging: taggingOf(areDrafts ? { topicId: null } : {}),
      content: contentOf(stems[0], 0),
    })),
    true,
  );
  return itemIds;
}

/** What a save leaves behind, but for identities. */
async function leftBy(itemId: string) {
  const { status, version, revision, tagging, content, faults } = await show(itemId);
  const revisions = await bench.db
    .selectFrom("itemRevision")
    .select(["n", "changeKind", "contentHash", "parameterId"])
    .where("itemId", "=", itemId)
    .orderBy("n")
    .execute();
  const requests = await bench.db
    .selectFrom("reviewRequest")
    .select(["state", "kind", "revisionId"])
    .where("itemId", "=", itemId)
    .orderBy("askedAt")
    .execute();
  const first = revisions.map(
    ({ parameterId }, i) => revisions.findIndex((one) => one.parameterId === parameterId) === i,
  );
  return {
    ...{ status, version, n: revision.n, tagging: { ...tagging, standardIds: tagging.standardIds.toSorted() } },
    ...{ content, faults, revisions: revisions.map(({ parameterId: _, ...row }, i) => ({ ...row, isNew: first[i] })) },
    requests: requests.map(({ revisionId, ...row }) => ({ ...row, isOfThis: revisionId === revision.id })),
  };
}

const change = fc.record({
  stem: fc.constantFrom(...stems, ""),
  key: fc.constantFrom(0, 1),
  label: fc.constantFrom(null, "of rivers"),
  hasTopic: fc.boolean(),
  standards: fc.integer({ min: 0, max: 3 }),
  use: fc.constantFrom("practice" as const, "reserved" as const),
});

test("each is what it would be had it been saved alone, whatever is changed and however the department checks", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.array(change, { minLength: 4, maxLength: 4 }), { minLength: 1, maxLength: 3 }),
      fc.constantFrom(...reviewModes),
      fc.boolean(),
      async (rounds, mode, areDrafts) => {
        await updateReviewSettings(bench.db, bench.lead.caller.departmentId, { mode, mayApproveOwn: false });
        const [together, alone] = [await fresh(4, areDrafts), await fresh(4, areDrafts)];
        for (const [version, round] of rounds.entries()) {
          const saves = round.map(({ stem, key, label, hasTopic, standards, use }) => ({
            version: version + 1,
            content: contentOf(stem, key),
            tagging: taggingOf({
              ...{ label, use, topicId: hasTopic ? topicId : null, standardIds: standardIds.slice(0, standards) },
            }),
          }));
          await saveItems(
            bench.lead,
            saves.map((save, i) => ({ itemId: together[i] ?? "", ...save })),
          );
          for (const [i, body] of saves.entries())
            await saveItem(bench.lead, { params: { itemId: alone[i] ?? "" }, body });
        }
        const number = async (itemId: string) => (await show(itemId)).number;
        for (const [i, itemId] of together.entries()) {
          const other = alone[i] ?? "";
          // Which one in ten gets a second look goes by its number.
          if (mode === "sampled" && ((await number(itemId)) % 10 === 0 || (await number(other)) % 10 === 0)) continue;
          expect(await leftBy(itemId)).toEqual(await leftBy(other));
        }
      },
    ),
    { numRuns: 12 },
  );
  await updateReviewSettings(bench.db, bench.lead.caller.departmentId, { mode: "off", mayApproveOwn: true });
});

test("where one has been saved since, is archived, or is there twice, none is saved", async () => {
  const [first = "", second = "", gone = ""] = await fresh(3);
  await bench.db.updateTable("item").set({ archivedAt: new Date() }).where("id", "=", gone).execute();
  const save = (itemId: string, version = 1) => ({
    ...{ itemId, version, tagging: taggingOf({ label: "new" }), content: contentOf(stems[2], 1) },
  });
  for (const broken of [save(second, 2), save(gone), save(first), save(newId())])
    await expect(saveItems(bench.lead, [save(first), broken])).rejects.toMatchObject({ kind: "stale" });
  for (const [tagging, code] of [
    [taggingOf({ topicId: newId() }), "topicGone"],
    [taggingOf({ standardIds: [newId()] }), "standardGone"],
  ] as const)
    await expect(saveItems(bench.lead, [save(first), { ...save(second), tagging }])).rejects.toMatchObject({ code });
  await setItemStatus(bench.lead, {
    params: { itemId: second },
    body: { version: 1, status: "retired", successorId: null },
  });
  await expect(saveItems(bench.teacher, [save(first), save(second, 2)])).rejects.toMatchObject({
    code: "retiredStays",
  });
  expect(await show(first)).toMatchObject({ version: 1, tagging: { label: null } });
});

test("fifty take no more statements than five", async () => {
  const statements = async (n: number) => {
    const itemIds = await fresh(n);
    return statementsOf(() =>
      saveItems(
        bench.lead,
        itemIds.map((itemId) => ({
          itemId,
          version: 1,
          tagging: taggingOf({ standardIds }),
          content: contentOf(stems[2], 1),
        })),
      ),
    );
  };
  const few = await statements(5);
  expect(await statements(50)).toBe(few);
  expect(few).toBeLessThanOrEqual(20);
});
