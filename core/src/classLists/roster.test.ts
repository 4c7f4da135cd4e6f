import { expect, test } from "vitest";
import { gapOf, readRoster, type RosterTable, type RosterTables } from "./roster.ts";

/** A table from lines as they stand in a file, cells parted by a bar. */
const table = (...lines: string[]): RosterTable => {
  const [columns = [], ...rows] = lines.map((line) => line.split("|"));
  return { columns, rows: rows.map((cells) => Object.fromEntries(columns.map((name, i) => [name, cells[i] ?? ""]))) };
};
const tables: RosterTables = {
  academicSessions: table(
    "sourcedId|title|type|startDate|endDate|parentSourcedId",
    "y|2031/32|schoolYear|2031-09-01|2032-07-20|",
    "t2|Spring|term|2032-01-06|2032-04-02|y",
    "t1|Autumn|term|2031-09-01|2031-12-18|y",
  ),
  courses: table("sourcedId|title", "c|Geography 7"),
  classes: table(
    "sourcedId|title|classCode|courseSourcedId|termSourcedIds",
    "k|7B Geography|7B|c|t1,t2",
    "j|7A Geography|7A|c|t1",
  ),
  users: table(
    "sourcedId|enabledUser|givenName|familyName|email|preferredGivenName",
    "s1|true|Aled|Ashgrove||",
    "s2|true|Hildegard|Larkham||Hild",
    "s3|false|Gone|Away||",
    "t|true|Ada|Fenwick|Ada.Fenwick@school.example|",
  ),
  enrollments: table(
    "classSourcedId|userSourcedId|role|endDate",
    "k|s1|student|",
    "k|s2|Student|2032-07-20",
    "k|s3|student|",
    "k|t|teacher|",
    "k|t|proctor|",
    "j|s1|student|2031-10-01",
    "j|nobody|student|",
    "nowhere|s1|student|",
  ),
};
const read = (changed: RosterTables = {}, today = "2031-11-10") => readRoster({ ...tables, ...changed }, today);

test("classes come with their students by family name, their teachers, and their course and school year", () => {
  const { roster } = read();
  expect(roster.classes.map(({ name }) => name)).toEqual(["7A Geography", "7B Geography"]);
  expect(roster.classes[1]).toEqual({
    ...{ sourcedId: "k", name: "7B Geography", code: "7B", course: "Geography 7", school: "", year: "y" },
    students: [
      { sourcedId: "s1", givenName: "Aled", familyName: "Ashgrove" },
      { sourcedId: "s2", givenName: "Hild", familyName: "Larkham" },
    ],
    teachers: [{ name: "Ada Fenwick", email: "ada.fenwick@school.example" }],
  });
  expect(roster.years).toEqual([
    {
      ...{ sourcedId: "y", name: "2031/32", from: "2031-09-01", to: "2032-07-20" },
      holidays: [{ from: "2031-12-19", to: "2032-01-05" }],
    },
  ]);
});

test("what was left out is said, each row by its number in the file", () => {
  expect(read().notes).toEqual([
    { code: "rowUnknown", terms: { file: "enrollments", row: 8, column: "userSourcedId", value: "nobody" } },
    { code: "rowUnknown", terms: { file: "enrollments", row: 9, column: "classSourcedId", value: "nowhere" } },
    { code: "accountsOff", terms: { count: 1 } },
    { code: "enrolmentsOver", terms: { count: 1 } },
    { code: "preferredNames", terms: { count: 1 } },
    { code: "otherRoles", terms: { count: 1, roles: "proctor" } },
  ]);
});

test("who leaves a class later is in it until then", () => {
  const [first] = read({}, "2031-10-01").roster.classes;
  expect(first?.students.map(({ sourcedId }) => sourcedId)).toEqual(["s1"]);
});

test("a table or a column that must be there is named; the others may be missing", () => {
  expect(gapOf(tables)).toBeNull();
  const { users, classes, enrollments } = tables;
  expect(gapOf({ classes, enrollments } as RosterTables)).toEqual({ file: "users", column: null });
  expect(gapOf({ classes, users, enrollments: table("userSourcedId|role") } as RosterTables)).toEqual({
    ...{ file: "enrollments", column: "classSourcedId" },
  });
  const { roster } = readRoster({ classes, users, enrollments } as RosterTables, "2031-11-10");
  expect(roster.years).toEqual([]);
  // Without courses a class names itself.
  expect(roster.classes.map(({ course, year }) => [course, year])).toEqual([
    ["7A Geography", null],
    ["7B Geography", null],
  ]);
});

test("rows without what they must say, rows that stand there twice and rows that are to go are left out", () => {
  const { roster, notes } = read({
    classes: table(
      "sourcedId|status|title|metadata.room",
      "k||7B|12",
      "k||Again|",
      "m|||",
      "g|tobedeleted|Old|",
      "|active|No id|",
    ),
    enrollments: table("classSourcedId|userSourcedId|role", "k|s1|student", "k|s1|student", "k||student"),
  });
  expect(roster.classes.map(({ name, students }) => [name, students.length])).toEqual([["7B", 1]]);
  expect(notes).toEqual([
    { code: "rowTwice", terms: { file: "classes", row: 3, value: "k" } },
    { code: "rowIncomplete", terms: { file: "classes", row: 4, column: "title" } },
    { code: "rowIncomplete", terms: { file: "classes", row: 6, column: "sourcedId" } },
    { code: "rowIncomplete", terms: { file: "enrollments", row: 4, column: "userSourcedId" } },
    { code: "columnsExtra", terms: { file: "classes", columns: "metadata.room" } },
    { code: "rowsRemoved", terms: { file: "classes", count: 1 } },
  ]);
});

test("a row whose id is longer than anything sensible is left out, and so is what refers to it", () => {
  const id = "k".repeat(301);
  const { roster, notes } = read({
    classes: table("sourcedId|title", `${id}|7B`, "j|7A"),
    enrollments: table("classSourcedId|userSourcedId|role", `${id}|s1|student`),
  });
  expect(roster.classes.map(({ name }) => name)).toEqual(["7A"]);
  expect(notes.map(({ code }) => code)).toEqual(["rowTooLong", "rowUnknown"]);
});

test("passwords are not read, and that they were there is said", () => {
  const users = table("sourcedId|givenName|familyName|password", "s1|Aled|Ashgrove|hunter2");
  const { roster, notes } = read({ users });
  expect(notes).toContainEqual({ code: "passwordsNotRead", terms: {} });
  expect(JSON.stringify({ roster, notes })).not.toContain("hunter2");
});

test("of very many rows that lead nowhere some are named, and all are counted", () => {
  const lines = Array.from({ length: 200 }, (_, i) => `k|none-${i}|student`);
  const { notes } = read({ enrollments: table("classSourcedId|userSourcedId|role", ...lines) });
  expect(notes.filter(({ code }) => code === "rowUnknown")).toHaveLength(60);
  expect(notes.at(-1)).toEqual({ code: "moreRows", terms: { count: 140 } });
});
