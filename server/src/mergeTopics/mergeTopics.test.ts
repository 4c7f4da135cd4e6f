/** Topics put together and taken apart: everything follows, recall is that of a full replay, undo gives all of it back. */
import { sql } from "kysely";
import { expect, test } from "vitest";
import { composeQuiz } from "../assembly/service.ts";
import { setTaught } from "../courses/calendar.ts";
import { setGoal } from "../writing/service.ts";
import { newId } from "../platform/id.ts";
import { planReturn, listDue } from "../plan/service.ts";
import { replayClass } from "../plan/memory.ts";
import { memories } from "../plan/memoryJob.ts";
import { doAll } from "../platform/testing/doAll.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { mergeTopics, splitTopic, undoMerge } from "./service.ts";
import { listTopics } from "../standards/service.ts";

const bench = useWorkbench();

const tables = {
  item: "id",
  topic: "id",
  topic_ancestor: "topic_id, ancestor_id",
  unit_topic: "course_id, topic_id",
  class_topic: "class_id, topic_id",
  student_topic: "class_id, student_id, topic_id",
  planned_return: `class_id, topic_id, "on"`,
  topic_standard: "topic_id, standard_id",
  writing_goal: "id",
  evidence: "class_id, seq, position",
  memory_state: "class_id, student_id, topic_id",
  memory_offset: "class_id, kind, subject_id",
};

/** All that a merge may touch, but for what counts changes. */
async function everything(): Promise<Record<string, unknown>> {
  await doAll(bench.nobody, memories);
  const found: Record<string, unknown> = {};
  for (const [table, order] of Object.entries(tables)) {
    const { rows } = await sql
      .raw<{ row: unknown }>(
        `select to_jsonb(t) - 'version' - 'change_seq' - 'changed_at' as row from ${table} t order by ${order}`,
      )
      .execute(bench.db);
    found[table] = rows.map((one) => one.row);
  }
  return found;
}

const idOf = async (name: string): Promise<string> =>
  (await bench.db.selectFrom("topic").select("id").where("name", "=", name).executeTakeFirstOrThrow()).id;
const merge = (from: string, into: string) =>
  mergeTopics(bench.lead, { params: { topicId: from }, body: { intoId: into } });
const undo = (batchId: string) => undoMerge(bench.lead, { params: { batchId } });

test("what hangs on a topic follows it into another, recall is that of a replay, and undo gives everything back", async () => {
  const [from, into] = [await idOf("Meanders"), await idOf("Erosion and transport")];
  for (const days of [0, 9]) {
    bench.clock.now = new Date(bench.clock.now.getTime() + days * 86_400_000);
    const { releaseId } = await release(bench, { count: 5 });
    for (const student of [0, 1, 2]) await sit(bench, student, releaseId, (position) => (position + student) % 2 === 0);
  }
  for (const topicId of [from, into]) {
    await planReturn(bench.lead, { params: { classId: bench.classId }, body: { topicId, from: null } });
    const body = { topicId, personId: null, wanted: 5, until: null };
    await setGoal(bench.lead, { params: { goalId: newId() }, body });
  }
  const before = await everything();
  const { evidence } = before as { evidence: { topic_id: string }[] };
  expect(evidence.filter((row) => row.topic_id === from).length).toBeGreaterThan(0);

  const { batchId, items } = await merge(from, into);
  expect(items).toBeGreaterThan(0);
  const merged = await everything();
  expect(JSON.stringify({ ...merged, topic: [], topic_ancestor: [] })).not.toContain(from);
  expect((await listTopics(bench.lead)).topics.map((topic) => topic.id)).not.toContain(from);
  expect(merged["writing_goal"]).toMatchObject([{ wanted: 10 }]);
  const standardsOf = (rows: unknown, ...topics: string[]) =>
    new Set(
      (rows as { topic_id: string; standard_id: string }[]).flatMap((row) =>
        topics.includes(row.topic_id) ? row.standard_id : [],
      ),
    );
  expect(standardsOf(merged["topic_standard"], into)).toEqual(standardsOf(before["topic_standard"], from, into));
  await replayClass(bench.lead, bench.departmentId, bench.classId);
  expect(await everything()).toEqual(merged);
  expect(
    (await listDue(bench.lead, { params: { classId: bench.classId } })).topics.map((one) => one.topicId),
  ).toContain(into);

  await expect(merge(from, into)).rejects.toMatchObject({ kind: "conflict" });
  const { lead } = await otherDepartment(bench);
  await expect(undoMerge(lead, { params: { batchId } })).rejects.toMatchObject({ kind: "missing" });
  await undo(batchId);
  expect(await everything()).toEqual(before);
  await expect(undo(batchId)).rejects.toMatchObject({ kind: "conflict" });
});

test("a topic that holds the other lets it go first; nothing comes to lie under itself", async () => {
  const [root, leaf] = [await idOf("Rivers"), await idOf("Meanders")];
  const before = await everything();
  const { batchId } = await merge(root, leaf);
  const { topics } = await listTopics(bench.lead);
  expect(topics.find((topic) => topic.id === leaf)?.parentId).toBeNull();
  expect(topics.find((topic) => topic.name === "Erosion and transport")?.parentId).toBe(leaf);
  await undo(batchId);
  expect(await everything()).toEqual(before);
  await expect(merge(leaf, leaf)).rejects.toMatchObject({ kind: "invalid" });
});

test("of two people who merge one topic, the second is told", async () => {
  const [one, two, three] = [await idOf("Meanders"), await idOf("Waves and drift"), await idOf("Climate graphs")];
  const done = await Promise.allSettled([merge(one, two), merge(one, three)]);
  expect(done.map((result) => result.status).sort()).toEqual(["fulfilled", "rejected"]);
  const won = done.find((result) => result.status === "fulfilled");
  if (won?.status === "fulfilled") await undo(won.value.batchId);
});

test("a topic is split by standards: items and evidence go together, and merging it back is the same as before", async () => {
  const from = await idOf("Meanders");
  const before = await everything();
  const tagged = await bench.db
    .selectFrom("itemStandard")
    .innerJoin("item", "item.id", "itemStandard.itemId")
    .where("item.topicId", "=", from)
    .select(["itemStandard.standardId", "item.id"])
    .execute();
  const [{ standardId } = { standardId: "" }] = tagged;
  const moved = new Set(tagged.filter((one) => one.standardId === standardId).map((one) => one.id));
  const split = await splitTopic(bench.lead, {
    params: { topicId: from },
    body: { name: "A part of meanders", standardIds: [standardId] },
  });
  expect(split.items).toBe(moved.size);
  const after = await everything();
  for (const row of after["evidence"] as { item_id: string; topic_id: string }[])
    expect(moved.has(row.item_id)).toBe(row.topic_id === split.topicId);
  await replayClass(bench.lead, bench.departmentId, bench.classId);
  expect(await everything()).toEqual(after);
  await merge(split.topicId, from);
  const back = await everything();
  for (const table of ["item", "topic_standard", "evidence", "class_topic", "memory_state", "memory_offset"])
    expect(back[table], table).toEqual(before[table]);
  await expect(
    splitTopic(bench.lead, { params: { topicId: from }, body: { name: "Nothing", standardIds: [newId()] } }),
  ).rejects.toMatchObject({ kind: "invalid" });
});

test("a topic that is held back stays so when it is split, for the class and for single students", async () => {
  const from = await idOf("Meanders");
  const hold = (taughtOn: string, studentId?: string) =>
    setTaught(bench.lead, {
      params: { classId: bench.classId, topicId: from },
      body: { taughtOn, ...(studentId && { studentId }) },
    });
  await hold("notYet");
  const { standardId } = await bench.db
    .selectFrom("itemStandard")
    .innerJoin("item", "item.id", "itemStandard.itemId")
    .where("item.topicId", "=", from)
    .select("itemStandard.standardId")
    .executeTakeFirstOrThrow();
  const { topicId } = await splitTopic(bench.lead, {
    params: { topicId: from },
    body: { name: "Held back", standardIds: [standardId] },
  });
  const { topics } = await listDue(bench.lead, { params: { classId: bench.classId } });
  for (const id of [from, topicId])
    expect(topics.find((topic) => topic.topicId === id)).toMatchObject({ standing: "notTaught", taughtOn: null });
  await merge(topicId, from);
});

test("a merge is undone by a later version whose tables have more columns", async () => {
  const [from, into] = [await idOf("Waves and drift"), await idOf("Climate graphs")];
  const before = await everything();
  const { batchId } = await merge(from, into);
  for (const table of ["class_topic", "writing_goal", "topic_standard"])
    await sql.raw(`alter table ${table} add column later int not null default 7`).execute(bench.db);
  await undo(batchId);
  const after = await everything();
  const withoutLater = (rows: unknown) =>
    (rows as { later?: number }[]).map(({ later, ...row }) => {
      expect([undefined, 7]).toContain(later);
      return row;
    });
  for (const [table, rows] of Object.entries(before)) expect(withoutLater(after[table]), table).toEqual(rows);
  for (const table of ["class_topic", "writing_goal", "topic_standard"])
    await sql.raw(`alter table ${table} drop column later`).execute(bench.db);
});

test("what a quiz asks of a topic is asked of the one it is merged into, and back; not where it was changed since", async () => {
  const [from, into] = [await idOf("Waves and drift"), await idOf("Climate graphs")];
  const asking = async () => {
    const quiz = await composeQuiz(bench.lead, { params: { classId: bench.classId }, body: { count: 3 } });
    const blueprint = JSON.stringify({ asked: 3, requirements: { topicIds: [from] } });
    await bench.db.updateTable("quiz").set({ blueprint }).where("id", "=", quiz.id).execute();
    return quiz.id;
  };
  const [one, other] = [await asking(), await asking()];
  const asked = async (id: string) => {
    const row = await bench.db.selectFrom("quiz").select("blueprint").where("id", "=", id).executeTakeFirstOrThrow();
    return row.blueprint?.requirements?.topicIds;
  };
  const { batchId } = await merge(from, into);
  expect([await asked(one), await asked(other)]).toEqual([[into], [into]]);
  const changed = JSON.stringify({ asked: 5, requirements: { topicIds: [into] } });
  await bench.db.updateTable("quiz").set({ blueprint: changed }).where("id", "=", other).execute();
  await undo(batchId);
  expect([await asked(one), await asked(other)]).toEqual([[from], [into]]);
});
