/** Standards of a class: the same figures as in the results of a quiz, by the line that is kept. */
import { expect, test } from "vitest";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { setSecureLine } from "../standards/service.ts";
import { showMarks } from "../marks/service.ts";
import { showStandardsOfRelease } from "./service.ts";
import { showClassStandards } from "./standardResults.ts";

const bench = useWorkbench();
const show = () => showClassStandards(bench.lead, { params: { classId: bench.classId } });

test("before the first answer there is no standard", async () => {
  expect((await show()).standards).toEqual([]);
});

test("each standard says of each student what the results of a quiz on it say", async () => {
  const { releaseId } = await release(bench, { count: 4, rules: { goes: null } });
  await sit(bench, 0, releaseId, () => true);
  await sit(bench, 1, releaseId, (position) => position === 1);
  // A second go says nothing about what was known.
  await sit(bench, 1, releaseId, () => true);
  const all = await show();
  const { standards } = await showStandardsOfRelease(bench.lead, { params: { releaseId }, query: {} });
  expect(standards.length).toBeGreaterThan(0);
  expect(all.standards).toEqual(standards);
  expect(all.standards[0]?.students.length).toBe(
    (await showMarks(bench.lead, { params: { classId: bench.classId } })).students.length,
  );
});

test("the line of the standard comes before the course's, and that before the department's; marks start from it", async () => {
  const lines = async () => {
    const { usualLine, standards } = await show();
    const marks = await showMarks(bench.lead, { params: { classId: bench.classId } });
    return [usualLine, marks.line, new Set(standards.map((one) => one.secureLine))];
  };
  const { id: courseId } = await bench.db
    .selectFrom("class")
    .select("courseId as id")
    .where("id", "=", bench.classId)
    .executeTakeFirstOrThrow();
  await setSecureLine(bench.lead, { body: { courseId: null, line: 0.5 } });
  expect(await lines()).toEqual([0.5, 0.5, new Set([0.5])]);
  await setSecureLine(bench.lead, { body: { courseId, line: 0.8 } });
  const [usual, ofMarks, all] = (await lines()) as [number, number, Set<number>];
  expect([usual, ofMarks, [...all][0]].map((one) => Math.round((one ?? 0) * 100))).toEqual([80, 80, 80]);
  const standardId = (await show()).standards[0]!.standardId;
  await bench.db.updateTable("standard").set({ secureLine: 0.25 }).where("id", "=", standardId).execute();
  const after = await show();
  expect(after.standards.find((one) => one.standardId === standardId)?.secureLine).toBe(0.25);
});

test("nobody reads another department's", async () => {
  const other = await otherDepartment(bench);
  await expect(showClassStandards(other.lead, { params: { classId: bench.classId } })).rejects.toMatchObject({
    kind: "missing",
  });
});
