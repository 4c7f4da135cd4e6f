/** Every answer of a release in words: the same figures as its results, and what waits or was not reached says so. */
import { beforeAll, expect, test } from "vitest";
import { newId } from "../platform/id.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { giveWritten } from "../platform/testing/writtenAnswers.ts";
import { listAnswersOfRelease } from "./answers.ts";
import { showResults } from "./service.ts";

const bench = useWorkbench();
let releaseId = "";
beforeAll(async () => {
  ({ releaseId } = await release(bench, { count: 4, rules: { goes: 2 } }));
  for (let n = 0; n < 5; n++) await sit(bench, n, releaseId, (position) => position > n);
  await sit(bench, 2, releaseId, () => true);
});
const list = (go: "first" | "last" | "all", of = releaseId) =>
  listAnswersOfRelease(bench.teacher, { params: { releaseId: of }, query: { go } });

test.each(["first", "last", "all"] as const)(
  "of %s goes the answers add up to what the results say of each question",
  async (go) => {
    const { answers } = await list(go);
    const { items, perStudent } = await showResults(bench.teacher, { params: { releaseId }, query: { go } });
    expect(answers).toHaveLength((go === "all" ? 6 : 5) * 4);
    for (const { position, number, stem, facility } of items) {
      const own = answers.filter((one) => one.position === position);
      expect(own.reduce((sum, one) => sum + (one.credit ?? 0), 0)).toBeCloseTo(facility.right, 9);
      expect([own.length, own[0]?.itemNumber, own[0]?.question]).toEqual([facility.outOf, number, stem]);
    }
    // In the order of the class list, then of goes, then of the quiz.
    const names = [...new Set(answers.map(({ name }) => name))];
    expect(names).toEqual(perStudent.map(({ name }) => name).filter((name) => names.includes(name)));
  },
);

test("an answer stands in words; a right one is the key's", async () => {
  const { answers } = await list("first");
  const right = new Map(answers.filter(({ credit }) => credit === 1).map((one) => [one.position, one.answer]));
  for (const { position, credit, answer, state, seconds } of answers) {
    expect([state, seconds]).toEqual(["marked", 1]);
    expect(answer === right.get(position)).toBe(credit === 1);
    expect(answer).not.toBe("");
  }
});

test("what waits for a mark has no credit, an opinion none ever; both stand as they were given", async () => {
  const written = await giveWritten(bench);
  await written.sit(0, "Banks wear away, =1+1");
  const { answers } = await list("first", written.releaseId);
  expect(answers.map(({ state, credit, answer }) => [state, credit, answer])).toEqual([
    ["waiting", null, "Banks wear away, =1+1"],
    ["noMark", null, expect.stringMatching(/^4/)],
  ]);
});

test("another department has none of it; a class that was not given it neither", async () => {
  const other = await otherDepartment(bench);
  const of = (scope: typeof bench.lead, classId?: string) =>
    listAnswersOfRelease(scope, { params: { releaseId }, query: { go: "first", classId } });
  await expect(of(other.lead)).rejects.toMatchObject({ kind: "missing" });
  await expect(of(bench.lead, newId())).rejects.toMatchObject({ kind: "missing" });
});
