/** What a department keeps of its students: nothing at first; defined by leads, said by staff, deleted for good. */
import { expect, test } from "vitest";
import { release, sit } from "../platform/testing/sittings.ts";
import { newId } from "../platform/id.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { showComparison } from "../overTime/comparison.ts";
import { eraseStudent, exportStudent } from "../privacy/privacy.ts";
import { changeEnrolment } from "../courses/service.ts";
import {
  groupsToCompare,
  listCharacteristics,
  removeCharacteristic,
  setCharacteristic,
  setClassCharacteristics,
  showClassCharacteristics,
} from "./service.ts";

const bench = useWorkbench();
const [language, english, another] = [newId(), newId(), newId()];
const both = [
  { id: english, name: "English" },
  { id: another, name: "Another" },
];
const define = (version: number, values = both, name = "First language", id: string = language) =>
  setCharacteristic(bench.lead, { params: { characteristicId: id }, body: { version, name, values } });
const say = (from: number, to: number, valueId: string | null) =>
  setClassCharacteristics(bench.teacher, {
    params: { classId: bench.classId },
    body: {
      set: bench.students.slice(from, to).map(({ studentId }) => ({ studentId, characteristicId: language, valueId })),
    },
  });
const counts = async () =>
  (await listCharacteristics(bench.teacher)).characteristics.map(({ values }) => values.map((one) => one.students));

test("a department keeps nothing until a lead says so; two who define at once do not overwrite one another", async () => {
  expect(await listCharacteristics(bench.teacher)).toEqual({ characteristics: [] });
  expect(await showClassCharacteristics(bench.teacher, { params: { classId: bench.classId } })).toMatchObject({
    characteristics: [],
  });
  const { characteristics } = await define(0);
  expect(characteristics).toMatchObject([{ id: language, name: "First language", version: 1 }]);
  await expect(define(0)).rejects.toMatchObject({ code: "characteristicChanged" });
  const twice = await Promise.allSettled([define(1), define(1)]);
  expect(twice.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
});

test("names stand once, values too; another's value is not taken over", async () => {
  await expect(
    define(
      0,
      both.map((one) => ({ ...one, id: newId() })),
      "first LANGUAGE",
      newId(),
    ),
  ).rejects.toMatchObject({
    code: "characteristicTwice",
    errors: [{ pointer: "/body/name" }],
  });
  const same = [both[0]!, { id: newId(), name: "english" }];
  await expect(define(2, same)).rejects.toMatchObject({ errors: [{ pointer: "/body/values/1/name" }] });
  await expect(define(0, both, "Another thing", newId())).rejects.toMatchObject({ code: "characteristicChanged" });
});

test("staff say it of students of the class, the last word holds, and it can be taken back", async () => {
  await say(0, 12, another);
  await say(12, 24, english);
  expect(await counts()).toEqual([[12, 12]]);
  await say(0, 1, english);
  await say(1, 2, null);
  expect(await counts()).toEqual([[13, 10]]);
  await say(0, 2, another);
  const { students } = await showClassCharacteristics(bench.teacher, { params: { classId: bench.classId } });
  const valuesOf = (n: number) =>
    students.find(({ studentId }) => studentId === bench.students[n]!.studentId)?.valueIds;
  expect([valuesOf(0), valuesOf(12)]).toEqual([[another], [english]]);
  // The audit knows that it was done, and not of whom what is said.
  const { after } = await bench.db
    .selectFrom("history")
    .where("action", "=", "characteristicsSet")
    .select("after")
    .orderBy("id", "desc")
    .executeTakeFirstOrThrow();
  expect(after).toEqual({ students: 2 });
});

test("of strangers, of values that are gone, and by another department nothing is said", async () => {
  const params = { classId: bench.classId };
  const one = { studentId: bench.students[0]!.studentId, characteristicId: language, valueId: another };
  const set = (change: object) =>
    setClassCharacteristics(bench.teacher, { params, body: { set: [{ ...one, ...change }] } });
  await expect(set({ studentId: newId() })).rejects.toMatchObject({ code: "studentNotInClass" });
  await expect(set({ valueId: newId() })).rejects.toMatchObject({ code: "characteristicChanged" });
  await expect(set({ characteristicId: newId() })).rejects.toMatchObject({ code: "characteristicChanged" });
  const other = await otherDepartment(bench);
  expect(await listCharacteristics(other.lead)).toEqual({ characteristics: [] });
  await expect(setClassCharacteristics(other.lead, { params, body: { set: [one] } })).rejects.toMatchObject({
    kind: "missing",
  });
  await removeCharacteristic(other.lead, { params: { characteristicId: language } });
  expect(await counts()).toEqual([[12, 12]]);
});

test("of two values one comparison says all; of three, each beside the rest", async () => {
  const two = await groupsToCompare(bench.db, bench.departmentId);
  expect(two.map(({ value, group, others }) => [value, group.size, others.size])).toEqual([["Another", 12, 12]]);
  await define(2, [...both, { id: newId(), name: "Both" }]);
  const three = await groupsToCompare(bench.db, bench.departmentId);
  expect(three.map(({ value, group, others }) => [value, group.size, others.size])).toEqual([
    ["English", 12, 12],
    ["Another", 12, 12],
    ["Both", 0, 24],
  ]);
  await define(3);
});

test("the comparison: the group beside the others over all classes of the course, the same rule of ten", async () => {
  const { releaseId } = await release(bench, { count: 6 });
  for (let n = 0; n < 24; n++) await sit(bench, n, releaseId, (position) => n >= 12 || position > 3);
  const show = (valueId: string) =>
    showComparison(bench.teacher, { params: { classId: bench.classId }, query: { valueId } });
  const { compared, characteristics } = await show(another);
  expect(characteristics).toEqual([{ name: "First language", values: both }]);
  expect(compared).toMatchObject({
    ...{ first: { name: "Another", students: 12 }, second: { name: "English", students: 12 }, questions: 6 },
    ...{ by: { characteristic: "First language" }, isTooFew: false },
  });
  expect(compared?.by?.classes).toContain("8B");
  expect(compared?.all).toMatchObject({ first: { right: 36, outOf: 72 }, second: { right: 72, outOf: 72 } });
  expect(compared?.all?.change?.verdict).toBe("fall");
  // The other way round everything is the same with the sign turned.
  const back = (await show(english)).compared?.all?.change;
  expect(back?.difference).toBeCloseTo(-(compared?.all?.change?.difference ?? NaN), 9);
  await say(9, 12, null);
  expect((await show(another)).compared).toMatchObject({ isTooFew: true, all: null });
  await expect(show(newId())).rejects.toMatchObject({ kind: "missing" });
});

test("the student's file has it in words; who is erased is said nothing of", async () => {
  const { studentId, scope: _ } = bench.students[0]!;
  const file = await exportStudent(bench.lead, { params: { studentId } });
  expect(file.characteristics).toEqual([{ characteristic: "First language", value: "Another" }]);
  await changeEnrolment(bench.lead, { params: { classId: bench.classId, studentId }, body: { isIn: false } });
  await eraseStudent(bench.lead, { params: { studentId }, body: { name: file.student.name } });
  const left = await bench.db.selectFrom("studentCharacteristic").where("studentId", "=", studentId).execute();
  expect(left).toEqual([]);
});

test("a value that is left out, and a characteristic that is deleted, take what was said with them", async () => {
  const third = { id: newId(), name: "Sign language" };
  const { characteristics } = await define(4, [both[0]!, third]);
  expect(characteristics[0]?.values.map(({ name, students }) => [name, students])).toEqual([
    ["English", 12],
    ["Sign language", 0],
  ]);
  await removeCharacteristic(bench.lead, { params: { characteristicId: language } });
  // Whoever comes second finds it done.
  expect(await removeCharacteristic(bench.lead, { params: { characteristicId: language } })).toEqual({
    characteristics: [],
  });
  expect(await bench.db.selectFrom("studentCharacteristic").select("studentId").execute()).toEqual([]);
});
