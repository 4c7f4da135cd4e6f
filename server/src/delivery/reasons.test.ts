/** Students' own reasons: asked of what went wrong once that may be seen, read by teachers, and without names before the topic is taught again. */
import { beforeEach, describe, expect, test } from "vitest";
import { showBeforeTeaching } from "../insight/beforeTeaching.ts";
import { showResults } from "../insight/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { newId } from "../platform/id.ts";
import { giveReason, listOthersReasons, readReason, tellReason } from "./reasons.ts";
import * as delivery from "./service.ts";

const bench = useWorkbench();

test("a reason is given to what went wrong and is seen to, changed, taken back, and read by teachers", async () => {
  const { releaseId } = await release(bench, { count: 2 });
  const { sittingId } = await sit(bench, 0, releaseId, (position) => position === 1);
  const student = bench.students[0]!;
  const give = (position: number, text: string, by = student.scope) =>
    giveReason(by, { params: { sittingId, position }, body: { text } });
  const told = async () =>
    (await delivery.showResult(student.scope, { params: { sittingId } })).items.map((one) => one.reason);
  await give(2, "I thought the sea does it");
  await give(2, "I mixed up two words");
  expect(await told()).toEqual(["", "I mixed up two words"]);
  await give(1, "The outside is faster");
  expect(await told()).toEqual(["The outside is faster", "I mixed up two words"]);
  await give(1, "");
  await expect(give(3, "There is none")).rejects.toMatchObject({ kind: "missing" });
  await expect(give(2, "Not mine", bench.students[1]!.scope)).rejects.toMatchObject({ kind: "missing" });

  const { items } = await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
  const read = items.filter((one) => one.reasons.length > 0);
  expect(read.map((one) => one.reasons)).toMatchObject([
    [{ studentId: student.studentId, text: "I mixed up two words", isRight: false, readAs: null, told: 0 }],
  ]);
  const before = await showBeforeTeaching(bench.lead, { params: { topicId: read[0]!.topicId! } });
  expect(before.reasons).toMatchObject([{ itemId: read[0]!.itemId, text: "I mixed up two words" }]);
  expect(JSON.stringify(before.reasons)).not.toContain(student.studentId);
  await give(2, "");
  expect(await told()).toEqual(["", ""]);
});

test("nothing is asked where the rules do not show what was right, nor of what is kept for tests", async () => {
  const hidden = await release(bench, { count: 2, rules: { openness: "score" } });
  const { sittingId } = await sit(bench, 2, hidden.releaseId, () => false);
  const give = (id: string) =>
    giveReason(bench.students[2]!.scope, { params: { sittingId: id, position: 1 }, body: { text: "x" } });
  await expect(give(sittingId)).rejects.toMatchObject({ kind: "missing" });
  const open = await release(bench, { count: 2 });
  const done = await sit(bench, 2, open.releaseId, () => false);
  await bench.db.updateTable("item").set({ use: "reserved" }).execute();
  await expect(give(done.sittingId)).rejects.toMatchObject({ kind: "conflict" });
});

describe("reasons for the right answer, read by others", () => {
  beforeEach(async () => {
    await bench.db.updateTable("item").set({ use: "practice" }).execute();
  });
  /** Everybody from `from` to `to` gives a reason for a right answer; who comes after is wrong. */
  const lesson = async () => {
    const { releaseId } = await release(bench, { count: 1, rules: { openness: "everything", openFrom: "handIn" } });
    const right = [];
    for (const n of [3, 4, 5, 6]) {
      const { sittingId } = await sit(bench, n, releaseId, () => true);
      const params = { sittingId, position: 1 };
      await giveReason(bench.students[n]!.scope, { params, body: { text: `because of ${n}` } });
      right.push(params);
    }
    const { sittingId } = await sit(bench, 7, releaseId, () => false);
    return { releaseId, right, wrong: { sittingId, position: 1 }, student: bench.students[7]!.scope };
  };
  const read = (params: { sittingId: string; position: number }, as: "good" | "fit" | null, scope = bench.lead) =>
    readReason(scope, { params, body: { as } });

  test("come once a teacher has found a good one: three, without names, always the same; what nobody read never", async () => {
    const { right, wrong, student } = await lesson();
    const others = () => listOthersReasons(student, { params: wrong });
    await read(right[1]!, "fit");
    expect(await others(), "none is good").toEqual({ reasons: [], told: null });
    await read(right[0]!, "good");
    await read(right[2]!, "fit");
    const three = await others();
    expect(three.reasons.map((one) => one.text).sort()).toEqual(["because of 3", "because of 4", "because of 5"]);
    expect(await others()).toEqual(three);
    const bytes = JSON.stringify(three);
    for (const { sittingId } of right) expect(bytes).not.toContain(sittingId);
    for (const { studentId } of bench.students) expect(bytes).not.toContain(studentId);
    await read(right[3]!, "good");
    const chosen = (await others()).reasons;
    expect(chosen).toHaveLength(3);
    await read(right[0]!, null);
    await read(right[3]!, null);
    expect((await others()).reasons, "no good one is left").toEqual([]);
  });

  test("one of them is told a friend: counted for the teacher, changed and taken back, nobody sees by whom", async () => {
    const { releaseId, right, wrong, student } = await lesson();
    for (const params of right.slice(0, 3)) await read(params, "good");
    const { reasons } = await listOthersReasons(student, { params: wrong });
    const tell = (id: string | null, scope = student) => tellReason(scope, { params: wrong, body: { id } });
    const counts = async () => {
      const { items } = await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
      return Object.fromEntries(items[0]!.reasons.map((one) => [one.text, one.told]));
    };
    await tell(reasons[0]!.id);
    await tell(reasons[1]!.id);
    expect((await listOthersReasons(student, { params: wrong })).told).toBe(reasons[1]!.id);
    expect(await counts()).toMatchObject({ [reasons[0]!.text]: 0, [reasons[1]!.text]: 1 });
    await expect(tell("0".repeat(24))).rejects.toMatchObject({ kind: "missing" });
    await expect(tell(reasons[0]!.id, bench.students[8]!.scope)).rejects.toMatchObject({ kind: "missing" });
    await expect(tell(null, bench.students[8]!.scope)).rejects.toMatchObject({ kind: "missing" });
    await tell(null);
    expect((await listOthersReasons(student, { params: wrong })).told).toBeNull();
    // A reason that is written anew has been read by nobody, and one that is taken back is gone with what was said of it.
    await tell(reasons[1]!.id);
    const at = right.findIndex((_, i) => reasons[1]!.text === `because of ${i + 3}`);
    await giveReason(bench.students[at + 3]!.scope, { params: right[at]!, body: { text: "rude words" } });
    expect(JSON.stringify(await listOthersReasons(student, { params: wrong }))).not.toContain("rude");
    await giveReason(bench.students[at + 3]!.scope, { params: right[at]!, body: { text: "" } });
    expect(await listOthersReasons(student, { params: wrong })).toMatchObject({ told: null });
  });

  test("give no key away: not before it is shown, not of what is reserved, not to who had it right", async () => {
    const { right, wrong, student } = await lesson();
    await read(right[0]!, "good");
    const { itemId } = await bench.db
      .selectFrom("sittingItem")
      .select("itemId")
      .where("sittingId", "=", wrong.sittingId)
      .executeTakeFirstOrThrow();
    const ofRight = await listOthersReasons(bench.students[4]!.scope, { params: right[1]! });
    expect(ofRight.reasons, "who had it right").toEqual([]);
    const hidden = await release(bench, { itemIds: [itemId], rules: { openness: "why", openFrom: "handIn" } });
    const { sittingId } = await sit(bench, 8, hidden.releaseId, () => false);
    const early = await listOthersReasons(bench.students[8]!.scope, { params: { sittingId, position: 1 } });
    expect(early.reasons, "the key is not shown").toEqual([]);
    // The same item in another quiz, with its key shown: reasons come from all classes and years.
    const open = await release(bench, { itemIds: [itemId], rules: { openness: "everything", openFrom: "handIn" } });
    const again = await sit(bench, 9, open.releaseId, () => false);
    const params = { sittingId: again.sittingId, position: 1 };
    expect((await listOthersReasons(bench.students[9]!.scope, { params })).reasons).toHaveLength(1);
    await bench.db.updateTable("item").set({ use: "reserved" }).where("id", "=", itemId).execute();
    expect((await listOthersReasons(student, { params: wrong })).reasons, "reserved").toEqual([]);
  });

  test("are read by a teacher of the department only, and only those of right answers", async () => {
    const { right, wrong, student } = await lesson();
    await giveReason(student, { params: wrong, body: { text: "I guessed" } });
    await expect(read(wrong, "fit")).rejects.toMatchObject({ code: "reasonNotOfRight" });
    const { lead } = await otherDepartment(bench);
    await expect(read(right[0]!, "good", lead)).rejects.toMatchObject({ kind: "missing" });
    await expect(read({ sittingId: newId(), position: 1 }, "good")).rejects.toMatchObject({ kind: "missing" });
  });
});
