import { describe, expect, test } from "vitest";
import {
  importStandards,
  changeTopic,
  addTopic,
  archiveTopic,
  listTopics,
  restoreTopic,
} from "../standards/service.ts";
import { listDue, planReturn, dropReturn, showPlan } from "../plan/service.ts";
import { newId } from "../platform/id.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import * as courses from "./service.ts";

const bench = useWorkbench();
const params = () => ({ classId: bench.classId });
const calendar = () => courses.showCalendar(bench.lead, { params: params() });
const topicNamed = async (name: string) => {
  const found = (await calendar()).units.flatMap((unit) => unit.topics).find((topic) => topic.name === name);
  return found!;
};

describe("a class list", () => {
  test("is pasted in; who is there already stays as is; every card is new", async () => {
    const before = await courses.listEnrolments(bench.lead, { params: params() });
    const after = await courses.enrolStudents(bench.lead, {
      params: params(),
      body: { names: "1. Ben Ashdown\nNewcomer, Nia\nJan van der Meer\n" },
    });
    expect(after.students.length).toBe(before.students.length + 2);
    expect(after.students.map((student) => student.name)).toEqual(
      expect.arrayContaining(["Nia Newcomer", "Jan van der Meer"]),
    );
    expect(new Set(after.students.map((student) => student.entryCard)).size).toBe(after.students.length);
  });

  test("who is taken out comes back with everything as it was", async () => {
    const [student] = (await courses.listEnrolments(bench.lead, { params: params() })).students;
    const key = { ...params(), studentId: student!.studentId };
    const without = await courses.changeEnrolment(bench.lead, { params: key, body: { isIn: false } });
    expect(without.students.map((one) => one.studentId)).not.toContain(key.studentId);
    const again = await courses.changeEnrolment(bench.lead, {
      params: key,
      body: { isIn: true, extraTimePercent: 50 },
    });
    expect(again.students.find((one) => one.studentId === key.studentId)).toMatchObject({
      entryCard: student!.entryCard,
      extraTimePercent: 50,
    });
  });

  test("a group holds students of its class only", async () => {
    const groupId = newId();
    const body = { name: "Corals", studentIds: [bench.students[0]!.studentId, bench.students[1]!.studentId] };
    const { groups } = await courses.setGroup(bench.lead, { params: { ...params(), groupId }, body });
    expect(groups).toMatchObject([{ id: groupId, name: "Corals" }]);
    await expect(
      courses.setGroup(bench.lead, { params: { ...params(), groupId }, body: { ...body, studentIds: [newId()] } }),
    ).rejects.toMatchObject({ kind: "invalid" });
  });
});

describe("the calendar", () => {
  test("moving a unit's dates moves what counts as taught, and what was said stays", async () => {
    const before = await topicNamed("Erosion and transport");
    const { units, meetingDays, examOn, schoolYear } = await calendar();
    const shifted = units.map(({ strand, from, to }) => ({
      unitId: strand.unitId,
      from: strand.name === "Rivers" ? "2030-09-09" : (from ?? ""),
      to: strand.name === "Rivers" ? "2030-09-27" : (to ?? ""),
    }));
    await courses.setCalendar(bench.lead, {
      params: params(),
      body: { meetingDays, examOn, schoolYear, units: shifted },
    });
    const after = await topicNamed("Erosion and transport");
    expect(after.taughtOn! < before.taughtOn!).toBe(true);
    const key = { ...params(), topicId: after.topicId };
    await courses.setTaught(bench.lead, { params: key, body: { taughtOn: "2030-11-01" } });
    expect(await topicNamed("Erosion and transport")).toMatchObject({ taughtOn: "2030-11-01", isSaid: true });
    await courses.setTaught(bench.lead, { params: key, body: { taughtOn: "notYet" } });
    expect(await topicNamed("Erosion and transport")).toMatchObject({ taughtOn: null, isSaid: true });
    const due = await listDue(bench.lead, { params: params() });
    expect(due.topics.find((topic) => topic.topicId === after.topicId)?.standing).toBe("notTaught");
    await courses.setTaught(bench.lead, { params: key, body: { taughtOn: null } });
    expect(await topicNamed("Erosion and transport")).toMatchObject({ taughtOn: after.taughtOn, isSaid: false });
  });

  test("a span that ends before it begins is refused, and nothing changes", async () => {
    const { meetingDays, examOn, schoolYear, units } = await calendar();
    const backwards = units.map(({ strand }) => ({ unitId: strand.unitId, from: "2030-12-02", to: "2030-12-01" }));
    await expect(
      courses.setCalendar(bench.lead, {
        params: params(),
        body: { meetingDays, examOn, schoolYear, units: backwards },
      }),
    ).rejects.toMatchObject({ kind: "invalid" });
    expect((await calendar()).units).toEqual(units);
  });

  test("evidence from before one student was taught a topic counts for the others only", async () => {
    const { releaseId } = await release(bench, { count: 1 });
    await sit(bench, 4, releaseId, () => true);
    await sit(bench, 5, releaseId, () => true);
    const states = () =>
      bench.db
        .selectFrom("memoryState")
        .select(["studentId", "topicId"])
        .where("classId", "=", bench.classId)
        .execute();
    const [state] = (await states()).filter((row) => row.studentId === bench.students[4]!.studentId);
    await courses.setTaught(bench.lead, {
      params: { ...params(), topicId: state!.topicId },
      body: { studentId: bench.students[4]!.studentId, taughtOn: "2031-03-03" },
    });
    await listDue(bench.lead, { params: params() });
    const left = (await states()).filter((row) => row.topicId === state!.topicId).map((row) => row.studentId);
    expect(left).toContain(bench.students[5]!.studentId);
    expect(left).not.toContain(bench.students[4]!.studentId);
  });
});

describe("courses and topics", () => {
  test("two units exchange their letters; a letter or a topic that stands twice is refused", async () => {
    const { courses: listed } = await courses.listCourses(bench.lead);
    const course = listed[0]!;
    const body = {
      name: course.name,
      units: course.units.map((unit) => ({ ...unit, topicIds: unit.topics.map((topic) => topic.id) })),
    };
    const [first, second] = body.units;
    const exchanged = body.units.map((unit) =>
      unit === first
        ? { ...unit, letter: second!.letter }
        : unit === second
          ? { ...unit, letter: first!.letter }
          : unit,
    );
    const set = (units: typeof body.units) =>
      courses.setCourse(bench.lead, { params: { courseId: course.id }, body: { ...body, units } });
    expect((await set(exchanged)).units.map((unit) => unit.letter)).toEqual(exchanged.map((unit) => unit.letter));
    await expect(set(body.units.map((unit) => ({ ...unit, letter: "X" })))).rejects.toMatchObject({ kind: "invalid" });
    await expect(set(body.units.map((unit) => ({ ...unit, topicIds: first!.topicIds })))).rejects.toMatchObject({
      kind: "invalid",
    });
    await expect(set(body.units.slice(1))).rejects.toMatchObject({ kind: "conflict" });
    await set(body.units);
  });

  test("a topic is renamed and moved, never under itself; what items stand on cannot be put away", async () => {
    const { topics } = await listTopics(bench.lead);
    const rivers = topics.find((topic) => topic.name === "Rivers")!;
    const meanders = topics.find((topic) => topic.name === "Meanders")!;
    const added = await addTopic(bench.lead, { body: { parentId: meanders.id, name: "Ox-bow lakes" } });
    const change = (topicId: string, body: object) => changeTopic(bench.lead, { params: { topicId }, body });
    await expect(change(rivers.id, { parentId: added.id })).rejects.toMatchObject({ kind: "invalid" });
    expect(await change(added.id, { name: "Cut-offs", parentId: rivers.id })).toMatchObject({
      name: "Cut-offs",
      parentId: rivers.id,
    });
    await expect(archiveTopic(bench.lead, { params: { topicId: meanders.id } })).rejects.toMatchObject({
      kind: "conflict",
    });
    await archiveTopic(bench.lead, { params: { topicId: added.id } });
    expect((await listTopics(bench.lead)).topics.map((topic) => topic.id)).not.toContain(added.id);
    expect(await restoreTopic(bench.lead, { params: { topicId: added.id } })).toMatchObject({ name: "Cut-offs" });
  });

  test("standards come in by an indented list, and again without doubling; a CASE file retires what it no longer holds", async () => {
    const bring = (body: Parameters<typeof importStandards>[1]["body"]) => importStandards(bench.lead, { body });
    const text = "Q1 Rocks\n  Q1.1 Name rocks :: You can name rocks\n  Q1.2 Sort rocks";
    expect(await bring({ kind: "list", title: "Rocks", text })).toMatchObject({ created: 3, changed: 0 });
    expect(await bring({ kind: "list", title: "Rocks", text: text.replace("Sort", "Order") })).toMatchObject({
      created: 0,
      changed: 1,
    });
    await expect(bring({ kind: "list", title: "Rocks", text: "Q9" })).resolves.toMatchObject({ created: 1 });
    const file = (codes: readonly string[]) => ({
      CFDocument: { identifier: "5f5e2f3e-1111-4222-8333-444455556666", title: "From a file" },
      CFItems: codes.map((code) => ({
        identifier: `guid-${code}`,
        humanCodingScheme: code,
        fullStatement: `About ${code}`,
      })),
      CFAssociations: [],
    });
    expect(await bring({ kind: "case", file: file(["Z1", "Z2"]) })).toMatchObject({ created: 2, retired: 0 });
    expect(await bring({ kind: "case", file: file(["Z1", "Z3"]) })).toMatchObject({
      created: 1,
      changed: 0,
      retired: 1,
    });
    await expect(bring({ kind: "case", file: { no: "framework" } })).rejects.toMatchObject({ kind: "invalid" });
  });
});

describe("returns", () => {
  test("one that is planned is due on its day, shows in the grid, and counts as held once it is released", async () => {
    bench.clock.now = new Date(bench.clock.now.getTime() + 3 * 86_400_000);
    const topic = await topicNamed("Coastal landforms");
    const plan = await planReturn(bench.lead, { params: params(), body: { topicId: topic.topicId, from: null } });
    const planned = plan.returns.find((one) => one.state === "planned");
    expect(planned).toMatchObject({ topicId: topic.topicId });
    expect(plan.topics.find((one) => one.topicId === topic.topicId)?.forecast.some((one) => one !== null)).toBe(true);
    expect(plan.outlook[0]!.planned).toBeGreaterThan(0);
    await dropReturn(bench.lead, { params: { ...params(), topicId: topic.topicId, on: planned!.on } });
    expect((await showPlan(bench.lead, { params: params() })).returns.filter((one) => one.state === "planned")).toEqual(
      [],
    );
    await planReturn(bench.lead, { params: params(), body: { topicId: topic.topicId, from: null } });
    bench.clock.now = new Date(`${planned!.on}T10:00:00Z`);
    const due = await listDue(bench.lead, { params: params() });
    expect(due.topics.find((one) => one.topicId === topic.topicId)?.standing).toBe("due");
    await release(bench, { count: 12 });
    expect((await showPlan(bench.lead, { params: params() })).returns.filter((one) => one.state === "planned")).toEqual(
      [],
    );
  });
});

test("a school year begins at midnight of the school, not of the server", async () => {
  const { startsOn } = await bench.db.selectFrom("schoolYear").select("startsOn").executeTakeFirstOrThrow();
  const namesAt = async (timeZone: string) => {
    await bench.db.updateTable("department").set({ timeZone }).execute();
    // Noon in London, the day before: on an island fourteen hours ahead the first day has come.
    const now = () => new Date(Date.parse(`${startsOn}T12:00:00Z`) - 86_400_000);
    return (await courses.listClasses({ ...bench.lead, now })).classes.length;
  };
  expect(await namesAt("Europe/London")).toBe(0);
  expect(await namesAt("Pacific/Kiritimati")).toBeGreaterThan(0);
});

test("a student's name is put right in every class; an empty one is none, and the class lists' id stays", async () => {
  const { classId, students } = bench;
  const { studentId } = students[3]!;
  const params = { classId, studentId };
  await bench.db.updateTable("student").set({ externalId: "st-4" }).where("id", "=", studentId).execute();
  const { students: after } = await courses.changeEnrolment(bench.lead, {
    params,
    body: { name: { givenName: "Devi", familyName: "Marlow-Hart" } },
  });
  expect(after.find((one) => one.studentId === studentId)).toMatchObject({ name: "Devi Marlow-Hart", isListed: true });
  expect((await courses.findStudents(bench.lead, "marlow-h", 5)).map((one) => one.studentId)).toEqual([studentId]);
});

describe("a student who moves to another class", () => {
  const inClass = async (classId: string) =>
    (await courses.listEnrolments(bench.lead, { params: { classId } })).students;

  test("is the same person there, with their extra time and a card of that class; back again with the old card", async () => {
    const { studentId, entryCard } = bench.students[11]!;
    const { courseId } = (await courses.listClasses(bench.lead)).classes.find(({ id }) => id === bench.classId)!;
    const { id: next } = await courses.createClass(bench.lead, {
      body: { name: "Next door", courseId, rehearsal: false },
    });
    await courses.changeEnrolment(bench.lead, {
      params: { classId: bench.classId, studentId },
      body: { extraTimePercent: 25 },
    });
    const move = (from: string, to: string) =>
      courses.moveStudent(bench.lead, { params: { classId: from, studentId }, body: { toClassId: to } });
    const left = await move(bench.classId, next);
    expect(left.students.map((one) => one.studentId)).not.toContain(studentId);
    const [there] = await inClass(next);
    expect(there).toMatchObject({ studentId, extraTimePercent: 25 });
    expect(there?.entryCard).not.toBe(entryCard);
    await expect(move(bench.classId, next), "no longer there").rejects.toMatchObject({ code: "noSuch" });
    await expect(move(next, next)).rejects.toMatchObject({ code: "sameClass" });
    await move(next, bench.classId);
    expect(await inClass(next)).toEqual([]);
    const back = (await inClass(bench.classId)).find((one) => one.studentId === studentId);
    expect(back).toMatchObject({ entryCard, extraTimePercent: 25 });
    const deeds = await bench.db
      .selectFrom("history")
      .select(["before", "after"])
      .where("action", "=", "moved")
      .execute();
    expect(deeds).toHaveLength(2);
  });

  test("goes to no class that does not exist here, nor by the hand of another department", async () => {
    const { studentId } = bench.students[12]!;
    const params = { classId: bench.classId, studentId };
    const { lead } = await otherDepartment(bench);
    for (const deed of [
      () => courses.moveStudent(bench.lead, { params, body: { toClassId: newId() } }),
      () => courses.moveStudent(lead, { params, body: { toClassId: bench.classId } }),
    ])
      await expect(deed()).rejects.toMatchObject({ kind: "missing" });
    expect((await inClass(bench.classId)).map((one) => one.studentId)).toContain(studentId);
  });
});
