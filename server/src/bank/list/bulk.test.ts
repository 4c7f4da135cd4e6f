/** Many items changed at once: what is touched, what is left, and taking it back. */
import { expect, test } from "vitest";
import { otherDepartment, useWorkbench } from "../../platform/testing/workbench.ts";
import { newId } from "../../platform/id.ts";
import { createQuiz } from "../../assembly/service.ts";
import { changeItems, undoChange } from "./bulk.ts";
import { listItems, saveItem, setItemStatus, showItem } from "../service.ts";

const bench = useWorkbench();
const find = (text: string) => listItems(bench.lead, { query: { text, sort: "oldest", limit: 200 } });

/** All that a bulk change may touch, and what it must not. */
const everything = async () => ({
  items: await bench.db
    .selectFrom("item")
    .select(["id", "topicId", "demand", "use", "status", "expectedSeconds", "ownerId", "language", "tags", "points"])
    .select(["familyId", "latestRevisionId", "approvedRevisionId"])
    .orderBy("id")
    .execute(),
  standards: await bench.db.selectFrom("itemStandard").selectAll().orderBy("itemId").orderBy("standardId").execute(),
  revisions: await bench.db.selectFrom("itemRevision").select("id").orderBy("id").execute(),
});

test("all that a search finds is changed in every way at once, without a revision, and one undo gives all of it back", async () => {
  const before = await everything();
  const leaf = (await find("kind:one")).items[0]!;
  const topics = await bench.db.selectFrom("topic").select(["id", "name"]).execute();
  const text = `topic:"${topics.find((one) => one.id === leaf.topicId)!.name}" kind:one`;
  const found = await find(text);
  const standard = await bench.db.selectFrom("standard").select("id").executeTakeFirstOrThrow();
  const topic = topics.find((one) => one.id !== leaf.topicId)!;
  const { batchId, changed, skipped } = await changeItems(bench.lead, {
    body: {
      which: { query: { text }, expected: found.total },
      change: {
        topicId: topic.id,
        demand: "reason",
        use: "reserved",
        expectedSeconds: 77,
        points: 2.25,
        writerDifficulty: 5,
        ownerId: bench.teacher.caller.personId,
        language: "cy-GB",
        family: "together",
        addTags: ["moved", "rivers"],
        addStandardIds: [standard.id],
      },
    },
  });
  expect([changed, skipped]).toEqual([found.total, []]);
  const moved = await find(`tag:moved demand:reason use:reserved language:cy topic:"${topic.name}"`);
  expect(moved.total).toBe(found.total);
  const item = await showItem(bench.lead, { params: { itemId: moved.items[0]!.id } });
  expect(item).toMatchObject({ familySize: found.total, tagging: { expectedSeconds: 77, points: 2.25 } });
  expect(item.tagging.tags).toEqual(["moved", "rivers"]);
  expect(item.tagging.standardIds).toContain(standard.id);
  expect((await everything()).revisions).toEqual(before.revisions);
  const quiz = await createQuiz(bench.lead, { body: { classId: bench.classId, itemIds: [item.id] } });
  expect(quiz.places, "worth what the item says").toMatchObject([{ itemId: item.id, points: 2.25 }]);

  const undone = await undoChange(bench.lead, { params: { batchId } });
  expect(undone).toEqual({ restored: found.total, kept: 0 });
  expect(await everything()).toEqual(before);
  expect(await undoChange(bench.lead, { params: { batchId } }), "twice").toEqual({ restored: 0, kept: found.total });
});

test("what somebody changed since stays as they left it", async () => {
  const [one, two] = (await find("kind:one")).items;
  const { batchId } = await changeItems(bench.lead, {
    body: { which: { itemIds: [one!.id, two!.id] }, change: { addTags: ["checked"], expectedSeconds: 90 } },
  });
  const item = await showItem(bench.lead, { params: { itemId: one!.id } });
  await saveItem(bench.lead, {
    params: { itemId: item.id },
    body: { version: item.version, content: item.content, tagging: { ...item.tagging, label: "Mine" } },
  });
  expect(await undoChange(bench.lead, { params: { batchId } })).toEqual({ restored: 1, kept: 1 });
  expect((await find("tag:checked")).items.map((row) => row.id)).toEqual([one!.id]);
});

test("what cannot be changed so is left with its reason, and a search that finds another number changes nothing", async () => {
  const [used, retired, other] = (await find("status:approved")).items;
  const made = await showItem(bench.lead, { params: { itemId: other!.id } });
  const draft = await saveItem(bench.lead, {
    params: { itemId: newId() },
    body: { version: 0, content: made.content, tagging: { ...made.tagging, topicId: null } },
  });
  const item = await showItem(bench.lead, { params: { itemId: retired!.id } });
  await setItemStatus(bench.lead, {
    params: { itemId: item.id },
    body: { version: item.version, status: "retired", successorId: null },
  });
  const itemIds = [draft.id, used!.id, retired!.id];
  const answer = await changeItems(bench.teacher, { body: { which: { itemIds }, change: { addTags: ["x"] } } });
  expect(answer).toMatchObject({ changed: 2, skipped: [{ why: "retired", count: 1 }] });
  const retiring = await changeItems(bench.lead, { body: { which: { itemIds }, change: { status: "retired" } } });
  expect(retiring).toMatchObject({ changed: 1, skipped: [{ count: 2 }] });
  await undoChange(bench.lead, { params: { batchId: retiring.batchId } });
  expect((await showItem(bench.lead, { params: { itemId: used!.id } })).status).toBe("approved");

  const change = { addTags: ["wrong"] };
  await expect(
    changeItems(bench.lead, { body: { which: { query: { text: "status:approved" }, expected: 1 }, change } }),
  ).rejects.toMatchObject({ kind: "stale" });
  const { lead } = await otherDepartment(bench);
  expect((await changeItems(lead, { body: { which: { itemIds }, change } })).changed).toBe(0);
  await expect(undoChange(lead, { params: { batchId: answer.batchId } })).rejects.toMatchObject({ kind: "missing" });
  expect((await find("tag:wrong")).total).toBe(0);
});
