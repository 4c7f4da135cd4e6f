/** Class lists from a file and from the school's system, compared and taken; marks sent to that system. */
import { presets } from "@verdant/core/delivery/rules";
import type { Comparison, Errand } from "@verdant/contract/classLists";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { readFileSync } from "node:fs";
import { beforeEach, describe, expect, test } from "vitest";
import { account, listFiles, steady } from "../../../standIns/schoolSystem.ts";
import { changeEnrolment, listClasses, listCourses, listEnrolments } from "../courses/service.ts";
import { doAll } from "../platform/testing/doAll.ts";
import { release, sit } from "../platform/testing/sittings.ts";
import { otherDepartment, useWorkbench } from "../platform/testing/workbench.ts";
import type { Member, OpenScope } from "../platform/scope.ts";
import { newId } from "../platform/id.ts";
import { eraseStudent } from "../privacy/privacy.ts";
import { classListErrands } from "./errands.ts";
import * as service from "./service.ts";
import { quick, useSystem } from "./testing/system.ts";

const bench = useWorkbench();
const stand = useSystem(() => bench.clock.now.toISOString().slice(0, 10));
beforeEach(() => {
  Object.assign(stand.mode, steady);
  stand.answered.clear();
  bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
});

const fixture = readFileSync(new URL("./testing/fixtures/oneroster12.zip", import.meta.url));
const zipOf = (files: Record<string, Uint8Array>) => Buffer.from(zipSync(files));
/** The files of a zip, changed; one that becomes null is left out. */
const changed = (bytes: Buffer, change: Readonly<Record<string, (text: string) => string | null>>): Buffer =>
  zipOf(
    Object.fromEntries(
      Object.entries(unzipSync(bytes)).flatMap(([name, content]) => {
        const text = (change[name] ?? ((same: string) => same))(strFromU8(content));
        return text === null ? [] : [[name, strToU8(text)]];
      }),
    ),
  );
async function* inOne(bytes: Buffer) {
  yield await Promise.resolve(bytes);
}
const bring = (bytes: Buffer, scope: OpenScope<Member> = bench.lead) =>
  service.bringClassLists(scope, "lists.zip", inOne(bytes));
const atSystem = (scope: OpenScope<Member> = bench.lead) => ({ ...scope, schoolServices: [stand.service] });
const work = () => doAll(bench.nobody, classListErrands([stand.service], quick));

type Body = Partial<Parameters<typeof service.compareClassLists>[1]["body"]>;
const compare = ({ id }: Errand, body: Body = {}, scope: OpenScope<Member> = bench.lead) =>
  service.compareClassLists(scope, { params: { errandId: id }, body: { chosen: [], same: [], ...body } });
const take = (
  { id }: Errand,
  { seen }: Comparison,
  { leaving = [], ...body }: Body & { leaving?: { sourcedId: string; studentIds: string[] }[] } = {},
  scope: OpenScope<Member> = bench.lead,
) =>
  service.takeClassLists(scope, {
    ...{ params: { errandId: id }, body: { seen, leaving, chosen: [], same: [], ...body } },
  });
const classNamed = ({ classes }: Comparison, name: string) => classes.find((one) => one.name === name)!;
const roster = async (classId = bench.classId, scope = bench.lead) =>
  (await listEnrolments(scope, { params: { classId } })).students;

async function connect(scope: OpenScope<Member> = bench.lead) {
  await service.connectSchoolSystem(atSystem(scope), { body: { service: stand.service.base, ...account } });
}
async function fetched(): Promise<Errand> {
  const { id } = await service.fetchClassLists(atSystem());
  await work();
  const { errands } = await service.showClassLists(atSystem());
  return errands.find((one) => one.id === id)!;
}

describe("a file, into a department without classes", () => {
  test("its classes come in as somebody chooses, with courses, school year and teachers; again, nothing changes", async () => {
    const { lead } = await otherDepartment(bench);
    const lists = await bring(fixture, lead);
    expect(lists).toMatchObject({ kind: "file", state: "ready", name: "lists.zip", problem: null });
    const first = await compare(lists, {}, lead);
    // A school lists every subject: nothing is taken that nobody asked for.
    expect(first.classes.map(({ name, students, taking }) => [name, students, taking.as])).toEqual([
      ["7A Geography", 19, "leftOut"],
      ["7B Geography", 19, "leftOut"],
      ["8A Geography", 19, "leftOut"],
    ]);
    const chosen = ["cls-7a", "cls-8a"].map((sourcedId) => ({
      ...{ sourcedId, taking: { as: "new" as const, courseId: null } },
    }));
    const seen = await compare(lists, { chosen }, lead);
    expect(seen.years).toEqual([
      {
        ...{ name: "2031/32", from: "2031-09-01", to: "2032-07-20" },
        holidays: [{ from: "2031-12-19", to: "2032-01-05" }],
      },
    ]);
    expect(classNamed(seen, "7A Geography").change).toMatchObject({ teachersUnknown: ["Ada Fenwick-Marlo"] });
    const done = await take(lists, seen, { chosen }, lead);
    expect(done).toMatchObject({ state: "done" });
    expect(done.taken).toEqual({
      ...{ classes: 2, classesMade: 2, coursesMade: 2, studentsMade: 38, joined: 38 },
      ...{ recognised: 0, renamed: 0, left: 0, teachers: 0 },
    });
    expect((await listCourses(lead)).courses.map(({ name }) => name)).toEqual([
      "Geography 7: rivers, maps",
      "Geography 8: coasts, tectonics",
    ]);
    // Of a year that has not begun: not among the classes of this one.
    expect((await listClasses(lead)).classes).toEqual([]);
    const again = await bring(fixture, lead);
    const same = await compare(again, {}, lead);
    expect(same.classes.map(({ taking }) => taking.as)).toEqual(["ours", "leftOut", "ours"]);
    expect(classNamed(same, "7A Geography").change).toMatchObject({ joining: [], leaving: [], renamed: [] });
    expect((await take(again, same, {}, lead)).taken).toMatchObject({ studentsMade: 0, joined: 0, left: 0 });
  });

  test.each([
    ["no lists", zipOf({ "readme.txt": strToU8("hello") }), "listsNotHere"],
    ["no zip", Buffer.from("classes,users"), "archiveBroken"],
    ["nothing", Buffer.alloc(0), "fileEmpty"],
    [
      "only changes",
      changed(fixture, { "manifest.csv": (text) => text.replace("file.users,bulk", "file.users,delta") }),
      "listsOnlyChanges",
    ],
    ["no users", changed(fixture, { "users.csv": () => null }), "listsIncomplete"],
    ["no role", changed(fixture, { "enrollments.csv": (text) => text.replace(",role,", ",part,") }), "listsIncomplete"],
    ["a heading twice", changed(fixture, { "users.csv": (text) => text.replace("sms", "email") }), "tableHeadingTwice"],
    [
      "a quote that is not closed",
      changed(fixture, { "users.csv": (text) => text.replace("Fenwick-Marlo", '"Fenwick-Marlo') }),
      "tableQuoteOpen",
    ],
    ["no classes", changed(fixture, { "classes.csv": (text) => text.split("\n")[0] ?? "" }), "listsEmpty"],
  ])("%s: refused, and nothing is kept", async (_, bytes, code) => {
    const { lead } = await otherDepartment(bench);
    await expect(bring(bytes, lead)).rejects.toMatchObject({ code });
    expect((await service.showClassLists(lead)).errands).toEqual([]);
  });

  test("a zip bomb of lists is not opened to its end", async () => {
    const bomb = changed(fixture, { "users.csv": (text) => text + "x,".repeat(40_000_000) });
    await expect(bring(bomb)).rejects.toMatchObject({ code: expect.stringMatching(/^archive/) as string });
  });

  test("no password of a file is anywhere in the database", async () => {
    const { lead } = await otherDepartment(bench);
    const bytes = changed(fixture, {
      "users.csv": (text) =>
        text.replace("S-001,s-001@school.example,,,,07,,", "S-001,s-001@school.example,,,,07,hunter2,"),
    });
    const lists = await bring(bytes, lead);
    const { notes } = await compare(lists, {}, lead);
    expect(notes).toContainEqual({ code: "passwordsNotRead", terms: {} });
    const row = await bench.db.selectFrom("classListErrand").selectAll().where("id", "=", lists.id).executeTakeFirst();
    expect(JSON.stringify(row)).not.toMatch(/hunter2|s-001@/);
  });
});

describe("the school's system", () => {
  test("is spoken with only where whoever runs the installation allows it; its secret is sealed", async () => {
    const body = { service: stand.service.base, ...account };
    await expect(service.connectSchoolSystem(bench.lead, { body })).rejects.toMatchObject({
      code: "systemNotAllowed",
    });
    await expect(service.fetchClassLists(bench.lead)).rejects.toMatchObject({ code: "systemNotConnected" });
    await connect();
    const row = await bench.db.selectFrom("classListConnection").selectAll().executeTakeFirstOrThrow();
    expect(row.clientSecret.toString("latin1")).not.toContain(account.clientSecret);
    const shown = JSON.stringify(await service.showClassLists(atSystem()));
    expect(shown).toContain(account.clientId);
    expect(shown).not.toContain(account.clientSecret);
  });

  test("fails twice and is slow in pages: the lists are read whole, and are those of its file", async () => {
    stand.mode.failNext = 2;
    stand.mode.pageRows = 7;
    const lists = await fetched();
    expect(lists).toMatchObject({ kind: "fetch", state: "ready", problem: null });
    expect(stand.answered.get("failed")).toBe(2);
    const { seen: _, ...read } = await compare(lists);
    const file = await bring(zipOf(listFiles(stand.lists)));
    const { seen: _seen, ...ofFile } = await compare(file);
    expect(read).toEqual(ofFile);
    await service.dropClassLists(bench.lead, { params: { errandId: file.id } });
  });

  test("that goes on failing is said, nothing has changed, and it can be asked again", async () => {
    stand.mode.failNext = 1000;
    const failed = await fetched();
    expect(failed).toMatchObject({ state: "failed", problem: { code: "systemFails", terms: { status: 503 } } });
    stand.mode.failNext = 0;
    expect(await fetched()).toMatchObject({ state: "ready" });
  });

  test("that writes what no database keeps, or endless ids, is read nevertheless", async () => {
    const [first, ...others] = stand.lists.users;
    const before = stand.lists;
    stand.lists = {
      ...before,
      users: [{ ...first!, givenName: "Ada\u0000\ud800" }, ...others],
      classes: [...before.classes, { sourcedId: "x".repeat(5000), title: "Endless" }],
    };
    const lists = await fetched();
    expect(lists).toMatchObject({ state: "ready" });
    const seen = await compare(lists);
    expect(seen.notes).toContainEqual({
      code: "rowTooLong",
      terms: { file: "classes", row: before.classes.length + 2 },
    });
    stand.lists = before;
    await service.dropClassLists(bench.lead, { params: { errandId: lists.id } });
  });

  test("with another secret says so", async () => {
    await service.connectSchoolSystem(atSystem(), {
      body: { service: stand.service.base, clientId: "larkmoor", clientSecret: "wrong" },
    });
    expect(await fetched()).toMatchObject({ state: "failed", problem: { code: "systemSecretWrong" } });
    await connect();
  });

  test("stopped while it is read, nothing of it stays", async () => {
    const { id } = await service.fetchClassLists(atSystem());
    await service.dropClassLists(bench.lead, { params: { errandId: id } });
    await work();
    const { errands } = await service.showClassLists(atSystem());
    expect(errands.find((one) => one.id === id)?.state).toBe("dropped");
    await expect(compare({ id } as Errand)).rejects.toMatchObject({ code: "listsOver" });
  });
});

describe("a class that is here already", () => {
  test("is recognised by its name, its students by theirs; who is called otherwise is joined by hand; only who is named leaves", async () => {
    const before = await roster();
    const lists = await fetched();
    const first = await compare(lists);
    const asked = classNamed(first, "8B Geography");
    expect(asked.taking).toEqual({ as: "ours", classId: bench.classId });
    expect(first.classes.filter(({ taking }) => taking.as !== "leftOut")).toHaveLength(1);
    expect(asked.change).toMatchObject({
      joining: [
        { name: "Ben Ashdown-Reeve", isNew: true },
        { name: "Tamsin Oakes", isNew: true },
      ],
      ...{ recognised: 22, renamed: [], unsure: [] },
      unclaimed: [{ name: "Ben Ashdown" }, { name: "Amara Quill" }],
      leaving: [
        // The class has been in no list yet: that says nothing of single students.
        { name: "Ben Ashdown", isOwn: false },
        { name: "Amara Quill", isOwn: false },
      ],
      teachersUnknown: ["Noor Halvard"],
    });
    const ben = asked.change!.unclaimed[0]!.studentId;
    const same = [{ sourcedId: "st-ben-ashdown", studentId: ben }];
    const seen = await compare(lists, { same });
    expect(classNamed(seen, "8B Geography").change).toMatchObject({
      joining: [{ name: "Tamsin Oakes" }],
      renamed: [{ name: "Ben Ashdown-Reeve", before: "Ben Ashdown" }],
      leaving: [{ name: "Amara Quill" }],
    });
    // What was looked at must be what is taken.
    await expect(take(lists, first, { same })).rejects.toMatchObject({ code: "listsChanged" });
    // Nobody said that Amara leaves.
    const done = await take(lists, seen, { same });
    expect(done.taken).toMatchObject({ studentsMade: 1, joined: 1, recognised: 23, renamed: 1, left: 0, teachers: 1 });
    const after = await roster();
    expect(after).toHaveLength(25);
    expect(after.find(({ studentId }) => studentId === ben)?.name).toBe("Ben Ashdown-Reeve");
    // Cards of those who were there are the same; the new one has one that nobody else has.
    const cards = new Map(after.map((one) => [one.studentId, one.entryCard]));
    for (const one of before) expect(cards.get(one.studentId)).toBe(one.entryCard);
    expect(new Set(cards.values()).size).toBe(25);
    expect((await listClasses(bench.lead)).classes[0]?.teachers.map(({ name }) => name)).toEqual(["Mara Okafor"]);
  });

  test("taken a second time changes nothing but who is still not listed; that student leaves when it is said", async () => {
    const lists = await fetched();
    const seen = await compare(lists);
    const { change } = classNamed(seen, "8B Geography");
    expect(change).toMatchObject({ joining: [], renamed: [], recognised: 0, teachersJoining: [] });
    expect(change?.leaving).toMatchObject([{ name: "Amara Quill", to: null, isOwn: true }]);
    const amara = change!.leaving[0]!.studentId;
    const stranger = (await roster()).find(({ studentId }) => studentId !== amara)!.studentId;
    // Who is still listed does not leave, whatever is asked.
    const leaving = [{ sourcedId: "8b-geography", studentIds: [amara, stranger, newId()] }];
    expect((await take(lists, seen, { leaving })).taken).toMatchObject({ left: 1, joined: 0 });
    expect((await roster()).map(({ studentId }) => studentId)).not.toContain(amara);
    // Lists are over once they are taken.
    await expect(take(lists, seen)).rejects.toMatchObject({ code: "listsOver" });
    // The results of who has left are kept: the same student comes back.
    await changeEnrolment(bench.lead, { params: { classId: bench.classId, studentId: amara }, body: { isIn: true } });
  });

  test("changed by somebody while another looks: it is looked at again first", async () => {
    const lists = await fetched();
    const seen = await compare(lists);
    const [one] = await roster();
    const params = { classId: bench.classId, studentId: one!.studentId };
    await changeEnrolment(bench.lead, { params, body: { isIn: false } });
    await expect(take(lists, seen)).rejects.toMatchObject({ code: "listsChanged" });
    await changeEnrolment(bench.lead, { params, body: { isIn: true } });
    // Two leads at once: one of them takes it.
    const now = await compare(lists);
    const both = await Promise.allSettled([take(lists, now), take(lists, now)]);
    expect(both.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
  });

  test("cannot be two classes of the lists, nor a class of another department", async () => {
    const lists = await fetched();
    const ours = { as: "ours" as const, classId: bench.classId };
    const chosen = ["8b-geography", "8b-history"].map((sourcedId) => ({ sourcedId, taking: ours }));
    await expect(compare(lists, { chosen })).rejects.toMatchObject({ code: "classListedTwice", terms: { name: "8B" } });
    // One that is chosen goes before one that is only usual.
    const seen = await compare(lists, { chosen: chosen.slice(1) });
    expect(classNamed(seen, "8B Geography").taking).toEqual({ as: "leftOut" });
    const elsewhere = [{ sourcedId: "8b-history", taking: { as: "ours" as const, classId: newId() } }];
    await expect(compare(lists, { chosen: elsewhere })).rejects.toMatchObject({ code: "noSuch" });
    await expect(take(lists, seen, { chosen: [] })).rejects.toMatchObject({ code: "listsChanged" });
    const none = [{ sourcedId: "8b-geography", taking: { as: "leftOut" as const } }];
    await expect(take(lists, await compare(lists, { chosen: none }), { chosen: none })).rejects.toMatchObject({
      code: "noClassTaken",
    });
    const { lead } = await otherDepartment(bench);
    await expect(compare(lists, {}, lead)).rejects.toMatchObject({ code: "noSuch" });
  });
});

describe("marks", () => {
  test("go to the school's system, once; again only what has changed; what it does not know is said", async () => {
    const rules = { ...presets.check, goes: null, waitHours: 0 };
    const { releaseId } = await release(bench, { count: 4, rules });
    const own = await roster();
    const at = bench.students.findIndex(({ studentId }) => studentId === own[3]?.studentId);
    await sit(bench, at, releaseId, () => true);
    const send = async () => {
      const { id } = await service.sendMarks(atSystem(), { params: { classId: bench.classId } });
      await work();
      return (await service.showClassLists(atSystem())).errands.find((one) => one.id === id)!;
    };
    stand.mode.failEvery = 4;
    const first = await send();
    expect(first).toMatchObject({ state: "done", name: "8B", problem: null });
    const inLists = own.filter(({ name }) => name !== "Amara Quill").length;
    expect(first.sent).toEqual({
      ...{ sent: 1 + 1 + inLists, unchanged: 0, refused: [], refusedCount: 0, unknown: ["Amara Quill"] },
    });
    const result = stand.sent.results.get(`${releaseId}_${own[3]!.studentId}`);
    expect(result).toMatchObject({ scoreStatus: "fully graded", score: 4, class: { sourcedId: "8b-geography" } });
    expect(stand.sent.lineItems.get(releaseId)).toMatchObject({ resultValueMax: 4, school: { sourcedId: "school" } });
    stand.answered.clear();
    // Days later nothing new has happened.
    bench.clock.now = new Date(bench.clock.now.getTime() + 60_000);
    expect((await send()).sent).toMatchObject({ sent: 0, unchanged: inLists + 2 });
    expect(stand.answered.get("PUT results")).toBeUndefined();
    await sit(
      bench,
      bench.students.findIndex(({ studentId }) => studentId === own[4]?.studentId),
      releaseId,
      () => false,
    );
    expect((await send()).sent).toMatchObject({ sent: 1, unchanged: inLists + 1 });
    // The school has struck a class off: the system refuses what it does not know.
    stand.lists = {
      ...stand.lists,
      users: stand.lists.users.filter(({ sourcedId }) => sourcedId !== "st-tamsin-oakes"),
    };
    await service.disconnectSchoolSystem(atSystem());
    await connect();
    const refused = (await send()).sent;
    expect(refused).toMatchObject({ refusedCount: 1, sent: inLists + 1 });
    expect(refused?.refused[0]?.what).toContain("Tamsin Oakes");
    expect(refused?.refused[0]?.status).toBe(422);
  });

  test("of a class that the lists do not know are not sent", async () => {
    const { lead } = await otherDepartment(bench);
    await expect(service.sendMarks(atSystem(lead), { params: { classId: bench.classId } })).rejects.toMatchObject({
      code: "noSuch",
    });
  });
});

test("who is erased is named in no errand, and is nobody's id in what was sent", async () => {
  const own = await roster();
  const amara = own.find(({ name }) => name === "Amara Quill")!;
  const tamsin = own.find(({ name }) => name === "Tamsin Oakes")!;
  for (const { studentId, name } of [amara, tamsin]) {
    const params = { classId: bench.classId, studentId };
    await changeEnrolment(bench.lead, { params, body: { isIn: false } });
    await eraseStudent(bench.lead, { params: { studentId }, body: { name } });
  }
  const rows = await bench.db.selectFrom("classListErrand").selectAll().execute();
  expect(JSON.stringify(rows)).not.toMatch(/Amara Quill|Tamsin Oakes|"familyName": ?"Oakes"/);
  const sent = await bench.db.selectFrom("classListSent").select("sourcedId").execute();
  expect(sent.filter(({ sourcedId }) => sourcedId.endsWith(tamsin.studentId))).toEqual([]);
});

test("lists that nobody takes are put away after two days, with all that is in them", async () => {
  const lists = await bring(fixture);
  await service.putAwayClassLists(bench.db, new Date(bench.clock.now.getTime() + service.listsKeptMs - 60_000));
  expect((await compare(lists)).classes).toHaveLength(3);
  await service.putAwayClassLists(bench.db, new Date(bench.clock.now.getTime() + service.listsKeptMs + 60_000));
  const row = await bench.db.selectFrom("classListErrand").selectAll().where("id", "=", lists.id).executeTakeFirst();
  expect(row).toMatchObject({ state: "dropped", roster: null, notes: null });
});

test("a class that is made has the short name where it is free, and the long one where it is not", async () => {
  const make = async () => {
    const lists = await fetched();
    const chosen = [
      { sourcedId: "8b-geography", taking: { as: "leftOut" as const } },
      { sourcedId: "8b-history", taking: { as: "new" as const, courseId: null } },
    ];
    return take(lists, await compare(lists, { chosen }), { chosen });
  };
  expect((await make()).taken).toMatchObject({ classes: 1, classesMade: 1, coursesMade: 1 });
  const { classes } = await listClasses(bench.lead);
  expect(classes.map(({ name, course }) => [name, course])).toContainEqual(["8B History", "History 8"]);
  // Made already, and chosen as a new one again: both names are taken.
  await expect(make()).rejects.toMatchObject({ code: "classNameTaken", terms: { name: "8B History" } });
});
