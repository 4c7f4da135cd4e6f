/** A scheme of work taken into a course: found by names, made where it is new, dated by its weeks. */
import { readScheme } from "@verdant/core/courses/schemeOfWork";
import { expect, test } from "vitest";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import { listTopics } from "../standards/service.ts";
import { bringScheme, listClasses, listCourses, showCalendar } from "./service.ts";

const bench = useWorkbench();

test("known units and topics are found, new ones made in their place, weeks become dates, and twice is as once", async () => {
  const { classes } = await listClasses(bench.lead);
  const { courseId } = classes.find((one) => one.id === bench.classId)!;
  const before = (await listCourses(bench.lead)).courses.find((one) => one.id === courseId)!;
  const [unit] = before.units;
  const scheme = readScheme(
    `Week\tUnit\tLesson\n30\t${unit!.name}\t${unit!.topics[0]!.name}\n31\t\tDeltas of the world\n33\tDeserts\tDunes\n35\t\tOases`,
  );
  const units = scheme.units.map((one) => ({ ...one, lessons: [...one.lessons] }));
  const bring = () => bringScheme(bench.lead, { params: { courseId }, body: { classId: bench.classId, units } });
  expect(await bring()).toEqual({ units: 2, placed: 3, added: 3 });

  const after = (await listCourses(bench.lead)).courses.find((one) => one.id === courseId)!;
  expect(after.units.map((one) => one.name)).toEqual([...before.units.map((one) => one.name), "Deserts"]);
  expect(after.units[0]!.topics.map((one) => one.name)).toEqual([
    ...unit!.topics.map((one) => one.name),
    "Deltas of the world",
  ]);
  const deserts = after.units.at(-1)!;
  expect(before.units.map((one) => one.letter)).not.toContain(deserts.letter);
  const { topics } = await listTopics(bench.lead);
  const parent = topics.find((one) => one.name === "Deserts")!;
  expect(topics.filter((one) => one.parentId === parent.id).map((one) => one.name)).toEqual(["Dunes", "Oases"]);

  const calendar = await showCalendar(bench.lead, { params: { classId: bench.classId } });
  const dated = calendar.units.find((one) => one.strand.unitId === deserts.id)!;
  const days = (Date.parse(dated.to!) - Date.parse(dated.from!)) / 86_400_000;
  expect([new Date(dated.from!).getUTCDay(), days]).toEqual([1, 18]);
  expect(calendar.units.filter((one) => one.from !== null).length).toBeGreaterThan(2);

  expect(await bring()).toEqual({ units: 2, placed: 0, added: 0 });
  const { lead } = await otherDepartment(bench);
  await expect(bringScheme(lead, { params: { courseId }, body: { classId: null, units } })).rejects.toMatchObject({
    kind: "missing",
  });
});
