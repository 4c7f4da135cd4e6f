/** A wrong key found late: who gains and loses, everything marked again, and taken back without a trace. */
import type { Answer } from "@verdant/core/items/kinds";
import type { RulingName } from "@verdant/core/items/ruling";
import { richTextOf } from "@verdant/core/richText";
import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { saveItem, setItemStatus, showItem } from "../bank/service.ts";
import * as insight from "../insight/service.ts";
import { newId } from "../platform/id.ts";
import { choice, keysOf, release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { replayClass } from "../plan/memory.ts";
import { memories } from "../plan/memoryJob.ts";
import { doAll } from "../platform/testing/doAll.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();

/** Students 0 and 1 choose the key of question 1, student 2 another option; the rest is right. */
async function given() {
  const { releaseId } = await release(bench, { count: 3 });
  const sittings = [
    await sit(bench, 0, releaseId, () => true),
    await sit(bench, 1, releaseId, () => true),
    await sit(bench, 2, releaseId, (position) => position !== 1),
  ];
  const { itemId, revisionId } = await bench.db
    .selectFrom("sittingItem")
    .select(["itemId", "revisionId"])
    .where("sittingId", "=", sittings[0]!.sittingId)
    .where("position", "=", 1)
    .executeTakeFirstOrThrow();
  const { wrong } = (await keysOf(bench, sittings[0]!.sittingId)).get(1)!;
  const answer: Answer = { kind: "oneRightAnswer", optionId: wrong };
  return { releaseId, sittingIds: sittings.map((one) => one.sittingId), itemId, revisionId, answer };
}
type Given = Awaited<ReturnType<typeof given>>;

const bodyOf = ({ revisionId, answer }: Given, ruling: RulingName) => ({
  revisionId,
  releaseId: null,
  ruling,
  answer: ruling === "correct" || ruling === "accept" ? answer : null,
});
const give = (one: Given, ruling: RulingName, more: { mendsItem?: boolean; releaseId?: string } = {}) =>
  delivery.giveKeyRuling(bench.lead, {
    params: { itemId: one.itemId },
    body: { ...bodyOf(one, ruling), mendsItem: false, ...more },
  });
const undo = (rulingId: string) => delivery.undoKeyRuling(bench.lead, { params: { rulingId } });

async function totals({ sittingIds }: Given) {
  const rows = await bench.db
    .selectFrom("sitting")
    .select(["id", "points", "outOf"])
    .where("id", "in", sittingIds)
    .execute();
  return sittingIds.map((id) => {
    const row = rows.find((one) => one.id === id);
    return `${row?.points} of ${row?.outOf}`;
  });
}
const memory = async () => {
  await doAll(bench.nobody, memories);
  return {
    states: await bench.db
      .selectFrom("memoryState")
      .selectAll()
      .where("classId", "=", bench.classId)
      .orderBy("studentId")
      .orderBy("topicId")
      .execute(),
    offsets: await bench.db
      .selectFrom("memoryOffset")
      .selectAll()
      .where("classId", "=", bench.classId)
      .orderBy("kind")
      .orderBy("subjectId")
      .execute(),
  };
};

let one: Given;
beforeEach(async () => {
  one = await given();
});
// The class is given the same questions in every test.
afterEach(async () => {
  const left = await bench.db.selectFrom("keyRuling").select("id").where("undoneAt", "is", null).execute();
  for (const { id } of left) await undo(id);
});

describe("a ruling on a key", () => {
  test.each([
    ["correct", ["2 of 3", "2 of 3", "3 of 3"]],
    ["accept", ["3 of 3", "3 of 3", "3 of 3"]],
    ["award", ["3 of 3", "3 of 3", "3 of 3"]],
    ["drop", ["2 of 2", "2 of 2", "2 of 2"]],
  ] as const)(
    "%s: every sitting gets what the preview said, and undoing brings every mark and memory back",
    async (ruling, after) => {
      const before = { totals: await totals(one), memory: await memory() };
      expect(before.totals).toEqual(["3 of 3", "3 of 3", "2 of 3"]);
      const preview = await delivery.previewKeyRuling(bench.lead, {
        params: { itemId: one.itemId },
        body: bodyOf(one, ruling),
      });
      expect(await totals(one)).toEqual(before.totals);
      const { rulingId, remarked } = await give(one, ruling);
      expect([remarked, await totals(one)]).toEqual([3, after]);
      expect([preview.sittings, preview.running]).toEqual([3, 0]);
      const said = new Map(preview.changed.map((line) => [line.sittingId, `${line.points} of ${line.outOf}`]));
      expect(one.sittingIds.map((id, i) => said.get(id) ?? before.totals[i])).toEqual(after);

      const lived = await memory();
      await bench.db
        .transaction()
        .execute((db) => replayClass({ ...bench.lead, db }, bench.departmentId, bench.classId));
      expect(await memory()).toEqual(lived);
      expect(lived).not.toEqual(before.memory);

      await undo(rulingId);
      expect([await totals(one), await memory()]).toEqual([before.totals, before.memory]);
      await expect(undo(rulingId)).rejects.toMatchObject({ kind: "conflict" });
    },
  );

  test("a sitting that is still running, and one begun later, are marked by it", async () => {
    const begun = await delivery.beginSitting(bench.students[3]!.scope, { params: { releaseId: one.releaseId } });
    await give(one, "correct");
    const sitter = bench.sitter(begun.token);
    const keys = await keysOf(bench, begun.sitting.id);
    await delivery.saveAnswers(sitter, {
      params: { sittingId: begun.sitting.id },
      body: {
        epoch: 1,
        events: [choice(1, 1, keys.get(1)!.wrong), choice(2, 2, keys.get(2)!.key)],
        shown: [1, 2, 3],
      },
    });
    await delivery.handIn(sitter, { params: { sittingId: begun.sitting.id } });
    const later = await sit(bench, 4, one.releaseId, (position) => position !== 1);
    expect(await totals({ ...one, sittingIds: [begun.sitting.id, later.sittingId] })).toEqual(["2 of 3", "3 of 3"]);
  });

  test("for one release only, the others keep their marks; the latest that was not undone counts", async () => {
    const again = await release(bench, { itemIds: [one.itemId] });
    const other = await sit(bench, 5, again.releaseId, () => false);
    const both = { ...one, sittingIds: [...one.sittingIds.slice(2), other.sittingId] };
    const dropped = await give(one, "drop", { releaseId: again.releaseId });
    expect(await totals(both)).toEqual(["2 of 3", "0 of 0"]);
    const accepted = await give(one, "accept");
    expect(await totals(both)).toEqual(["3 of 3", "1 of 1"]);
    await undo(accepted.rulingId);
    expect(await totals(both)).toEqual(["2 of 3", "0 of 0"]);
    await undo(dropped.rulingId);
    expect(await totals(both)).toEqual(["2 of 3", "0 of 1"]);
  });

  test("mends the item as its next revision, which undoing takes out again, unless somebody changed it since", async () => {
    const keyOfItem = async () => {
      const { content, revision } = await showItem(bench.lead, { params: { itemId: one.itemId } });
      if (content.kind !== "oneRightAnswer") throw new Error("The class is given questions with one right answer.");
      return [content.options.find((option) => option.isKey)?.id, revision.n] as const;
    };
    const [key, n] = await keyOfItem();
    const right = one.answer.optionId;
    const first = await give(one, "correct", { mendsItem: true });
    expect([first.mended, await keyOfItem()]).toEqual([true, [right, n + 1]]);
    const { revisions } = await delivery.listKeyRulings(bench.lead, { params: { itemId: one.itemId } });
    expect(revisions[0]).toMatchObject({ n, isLatest: false });
    expect(revisions[0]?.releases.find((line) => line.id === one.releaseId)).toMatchObject({ handedIn: 3, running: 0 });
    expect(revisions[0]?.rulings[0]).toMatchObject({ ruling: "correct", undone: null });
    await undo(first.rulingId);
    expect(await keyOfItem()).toEqual([key, n + 2]);

    const second = await give(one, "correct", { mendsItem: true });
    const { version, tagging, content } = await showItem(bench.lead, { params: { itemId: one.itemId } });
    await saveItem(bench.teacher, {
      params: { itemId: one.itemId },
      body: { version, tagging, content: { ...content, nextStep: richTextOf("Look at a map.") } },
    });
    await undo(second.rulingId);
    expect(await keyOfItem()).toEqual([right, n + 4]);
  });

  test("on a retired item marks again all the same, and leaves the item as it is, also when it is undone", async () => {
    const { version } = await showItem(bench.lead, { params: { itemId: one.itemId } });
    const status = (to: "retired" | "approved", at: number) =>
      setItemStatus(bench.lead, {
        params: { itemId: one.itemId },
        body: { version: at, status: to, successorId: null },
      });
    const { version: retired } = await status("retired", version);
    const { rulingId, mended } = await give(one, "correct", { mendsItem: true });
    expect([mended, await totals(one)]).toEqual([false, ["2 of 3", "2 of 3", "3 of 3"]]);
    await undo(rulingId);
    expect(await totals(one)).toEqual(["3 of 3", "3 of 3", "2 of 3"]);
    await status("approved", retired);
  });

  test("students are told, see the corrected key, and nothing that was written for the old one", async () => {
    const { rulingId } = await give(one, "correct");
    const show = () =>
      delivery.showResult(bench.students[2]!.scope, { params: { sittingId: one.sittingIds[2] ?? "" } });
    const result = await show();
    const item = result.items[0]!;
    expect([result.points, item.ruling, item.credit]).toEqual([3, "correct", 1]);
    expect(item.why).toMatchObject({ rationales: [], explanation: null });
    const shown =
      item.content?.kind === "oneRightAnswer" ? item.content.options.find((option) => option.isKey)?.id : "";
    expect({ kind: "oneRightAnswer", optionId: shown }).toEqual(one.answer);
    await undo(rulingId);
    expect((await show()).items[0]).toMatchObject({ ruling: null, credit: 0 });
  });

  test("results follow it; what everybody was given, or nobody, says nothing about students or the class", async () => {
    const show = async () => {
      const results = await insight.showResults(bench.lead, {
        params: { releaseId: one.releaseId },
        query: { go: "first" },
      });
      return results.items.find((line) => line.itemId === one.itemId)!;
    };
    /** Whether each standing mark of the question says something about its student, and belongs to the total. */
    const standing = () =>
      bench.db
        .selectFrom("mark")
        .innerJoin("sitting", (join) =>
          join.onRef("sitting.id", "=", "mark.sittingId").onRef("sitting.markingVersion", "=", "mark.version"),
        )
        .where("mark.sittingId", "in", one.sittingIds)
        .where("mark.position", "=", 1)
        .select(["mark.isEvidence", "mark.counts"])
        .distinct()
        .execute();
    expect(await show()).toMatchObject({ ruling: null, facility: { right: 2, outOf: 3 } });
    await give(one, "correct");
    const corrected = await show();
    expect(corrected).toMatchObject({ ruling: "correct", facility: { right: 1, outOf: 3 } });
    expect(corrected.choices.find((line) => line.isKey)?.count).toBe(1);
    expect(await standing()).toEqual([{ isEvidence: true, counts: true }]);
    await give(one, "award");
    expect(await show()).toMatchObject({ ruling: "award", facility: { right: 2, outOf: 3 } });
    expect(await standing()).toEqual([{ isEvidence: false, counts: true }]);
    await give(one, "drop");
    expect(await standing()).toEqual([{ isEvidence: false, counts: false }]);
  });

  test("what cannot be a key, and a revision that nobody was given, are refused with the reason; nothing changes", async () => {
    const before = await totals(one);
    const refused = (body: Partial<Parameters<typeof delivery.giveKeyRuling>[1]["body"]>) =>
      delivery.giveKeyRuling(bench.lead, {
        params: { itemId: one.itemId },
        body: { ...bodyOf(one, "correct"), mendsItem: false, ...body },
      });
    const blank: Answer = { kind: "oneRightAnswer", optionId: null };
    for (const answer of [null, blank, { kind: "numeric", text: "5" } as const])
      await expect(refused({ answer })).rejects.toMatchObject({ kind: "invalid" });
    await expect(refused({ revisionId: newId() })).rejects.toMatchObject({ kind: "missing" });
    await expect(refused({ releaseId: newId() })).rejects.toMatchObject({ kind: "missing" });
    expect(await totals(one)).toEqual(before);
  });
});
