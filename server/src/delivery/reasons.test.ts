/** Students' own reasons: asked of what went wrong once that may be seen, read by teachers, and without names before the topic is taught again. */
import { expect, test } from "vitest";
import { showBeforeTeaching } from "../insight/beforeTeaching.ts";
import { showResults } from "../insight/service.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { useWorkbench } from "../platform/testing/workbench.ts";
import { giveReason } from "./reasons.ts";
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
  await expect(give(1, "It was right"), "nothing went wrong").rejects.toMatchObject({ kind: "conflict" });
  await expect(give(3, "There is none")).rejects.toMatchObject({ kind: "missing" });
  await expect(give(2, "Not mine", bench.students[1]!.scope)).rejects.toMatchObject({ kind: "missing" });

  const { items } = await showResults(bench.lead, { params: { releaseId }, query: { go: "first" } });
  const read = items.filter((one) => one.reasons.length > 0);
  expect(read.map((one) => one.reasons)).toEqual([[{ studentId: student.studentId, text: "I mixed up two words" }]]);
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
