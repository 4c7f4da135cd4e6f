/** Written answers and opinions: what waits for a person, what a mark changes, and what counts nowhere. */
import { beforeAll, describe, expect, test } from "vitest";
import * as insight from "../insight/service.ts";
import { newId } from "../platform/id.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { giveWritten } from "../platform/testing/writtenAnswers.ts";
import { endMembership } from "../team/members.ts";
import { replayClass } from "../plan/memory.ts";
import { memories } from "../plan/memoryJob.ts";
import { doAll } from "../platform/testing/doAll.ts";
import * as delivery from "../delivery/service.ts";
import * as marking from "./service.ts";

const bench = useWorkbench();

let releaseId = "";
let sit: Awaited<ReturnType<typeof giveWritten>>["sit"];
beforeAll(async () => {
  ({ releaseId, sit } = await giveWritten(bench));
});
const mark = async (sittingId: string, level: string, comment = "") => {
  const seen = await bench.db
    .selectFrom("rubricMark")
    .select("version")
    .where("sittingId", "=", sittingId)
    .executeTakeFirst();
  const { credit } = await marking.markWrittenAnswer(bench.lead, {
    params: { sittingId, position: 1 },
    body: { levels: { reasons: level }, comment, alike: [], version: seen?.version ?? 0 },
  });
  return { credit };
};
const waiting = async () =>
  (await delivery.listWaitingMarks(bench.lead)).find((one) => one.releaseId === releaseId)?.waiting ?? 0;
const evidenceOf = (sittingId: string) =>
  bench.db.selectFrom("evidence").select(["position", "credit", "void"]).where("sittingId", "=", sittingId).execute();

describe("a written answer", () => {
  test("waits for its mark, says nothing about recall until then, and a mark gives points, evidence and a word", async () => {
    const { sittingId, sees } = await sit(0, "The outer bank is eroded.");
    expect(await waiting()).toBe(1);
    expect(await sees()).toMatchObject({
      points: 0,
      outOf: 0,
      waitingPoints: 1,
      items: [
        { credit: null, comment: null },
        { credit: null, ruling: null },
      ],
    });
    expect(await evidenceOf(sittingId)).toEqual([{ position: 1, credit: 0, void: true }]);

    expect(await mark(sittingId, "one", "Say what happens on the inner bank.")).toEqual({ credit: 0.5 });
    expect(await waiting()).toBe(0);
    expect(await sees()).toMatchObject({
      points: 0.5,
      outOf: 1,
      items: [{ credit: 0.5, comment: "Say what happens on the inner bank." }, { credit: null }],
    });
    expect(await evidenceOf(sittingId)).toEqual([{ position: 1, credit: 0.5, void: false }]);
    const memory = () =>
      bench.db.selectFrom("memoryState").selectAll().orderBy("studentId").orderBy("topicId").execute();
    await doAll(bench.nobody, memories);
    const lived = await memory();
    await bench.db.transaction().execute((db) => replayClass({ ...bench.lead, db }, bench.departmentId, bench.classId));
    expect(await memory()).toEqual(lived);
  });

  test("is marked again as often as one likes; a ruling over it and its undoing lose no person's mark", async () => {
    const { sittingId, sees } = await sit(1, "Because it is fast there.");
    await mark(sittingId, "one");
    await mark(sittingId, "two");
    expect((await sees()).points).toBe(1);
    await mark(sittingId, "one");
    const { itemId, revisionId } = await bench.db
      .selectFrom("sittingItem")
      .select(["itemId", "revisionId"])
      .where("sittingId", "=", sittingId)
      .where("position", "=", 1)
      .executeTakeFirstOrThrow();
    const { rulingId } = await delivery.giveKeyRuling(bench.lead, {
      params: { itemId },
      body: { revisionId, releaseId, ruling: "award", answer: null, mendsItem: false },
    });
    expect((await sees()).points).toBe(1);
    await delivery.undoKeyRuling(bench.lead, { params: { rulingId } });
    expect((await sees()).points).toBe(0.5);
    const [question] = (await marking.listWrittenAnswers(bench.lead, { params: { releaseId } })).questions;
    expect(question?.answers.find((one) => one.sittingId === sittingId)).toMatchObject({
      text: "Because it is fast there.",
      mark: { levels: { reasons: "one" }, credit: 0.5, by: "Mara Okafor" },
    });
  });

  test("left blank, it needs no reading; what cannot be marked is refused with the reason", async () => {
    const blank = await sit(2, "  ");
    expect(await waiting()).toBe(0);
    expect((await blank.sees()).items[0]).toMatchObject({ credit: 0 });
    const { sittingId } = await sit(3, "Erosion.");
    for (const level of ["three", ""]) await expect(mark(sittingId, level)).rejects.toMatchObject({ kind: "invalid" });
    await expect(
      marking.markWrittenAnswer(bench.lead, {
        params: { sittingId, position: 2 },
        body: { levels: {}, comment: "", alike: [], version: 0 },
      }),
    ).rejects.toMatchObject({ kind: "conflict" });
    await expect(mark(newId(), "one")).rejects.toMatchObject({ kind: "missing" });
    const begun = await delivery.beginSitting(bench.students[4]!.scope, { params: { releaseId } });
    await expect(mark(begun.sitting.id, "one")).rejects.toMatchObject({ kind: "conflict" });
    expect(begun.sitting.notice.points).toBe(1);
  });

  test("results count what is marked, say what waits, and an opinion by what was chosen", async () => {
    const { items } = await insight.showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
    const [written, opinion] = [1, 2].map((position) => items.find((item) => item.position === position));
    expect(written).toMatchObject({ waiting: 1, facility: { right: 1, outOf: 3 } });
    expect(opinion).toMatchObject({ waiting: 0, facility: { outOf: 0 } });
    expect(opinion?.choices.map((one) => one.count)).toEqual([0, 0, 0, 4, 0]);
  });

  test("who leaves hands over what waits, though the release has shut long ago", async () => {
    const { personId } = bench.teacher.caller;
    const at = bench.clock.now;
    await bench.db
      .updateTable("release")
      .set({ releasedBy: personId, closedAt: at })
      .where("id", "=", releaseId)
      .execute();
    expect(await waiting()).toBe(1);
    await endMembership(bench.lead, { params: { personId }, body: { handOverTo: bench.lead.caller.personId } });
    const { releasedBy } = await bench.db
      .selectFrom("release")
      .select("releasedBy")
      .where("id", "=", releaseId)
      .executeTakeFirstOrThrow();
    expect(releasedBy).toBe(bench.lead.caller.personId);
  });
});
