import type { MarkCell, MarkTable } from "@verdant/contract/marks";
import Papa from "papaparse";
import { expect, test } from "vitest";
import { rosterResults } from "./rosterResults.ts";

const cell = (releaseId: string, state: MarkCell["state"], more: Partial<MarkCell> = {}): MarkCell => ({
  ...{ releaseId, state, points: null, outOf: null, waitingPoints: 0, handedInAt: null, reason: null },
  ...more,
});
const done = { points: 7.333333, outOf: 10, handedInAt: "2031-02-04T09:30:00.000Z" };
const table: MarkTable = {
  ...{ classId: "class-1", className: "8B", departmentId: "dep-1", line: 0.7, today: "2031-02-05", more: 0 },
  ...{ classExternalId: null, schoolExternalId: null },
  releases: [
    {
      ...{ id: "quiz-1", name: 'Rivers, "first" check', opensAt: "2031-02-03T09:00:00.000Z" },
      ...{ shutsAt: "2031-02-07T16:00:00.000Z", weight: 1, usualWeight: 1, counts: "best" },
    },
    {
      ...{ id: "quiz-2", name: "Review", opensAt: "2031-02-04T09:00:00.000Z", shutsAt: null },
      ...{ weight: 0, usualWeight: 0, counts: "first" },
    },
  ],
  students: [
    ["s1", cell("quiz-1", "marked", done), cell("quiz-2", "open")],
    ["s2", cell("quiz-1", "marked", { ...done, outOf: 8, waitingPoints: 2 }), cell("quiz-2", "notGiven")],
    ["s3", cell("quiz-1", "absent"), cell("quiz-2", "running")],
    ["s4", cell("quiz-1", "excused", { reason: "On a visit;\nback on Monday" }), cell("quiz-2", "absent")],
  ].map(([studentId, ...cells]) => ({
    ...{
      studentId: studentId as string,
      name: "=Name()",
      externalId: null,
      cells: cells as MarkCell[],
      share: null,
      counted: 0,
    },
  })),
};

const files = rosterResults(table);
const read = (name: string) =>
  Papa.parse<Record<string, string>>(files[name] ?? "", { header: true, skipEmptyLines: true }).data;

test("each student's mark is a result of the line item of its quiz, with the status that it has", () => {
  const rows = read("results.csv").map((row) => [
    row.lineItemSourcedId,
    row.studentSourcedId,
    row.scoreStatus,
    row.score,
    row.scoreDate,
    row.missing,
    row.inProgress,
  ]);
  expect(rows).toEqual([
    ["quiz-1", "s1", "fully graded", "7.33", "2031-02-04", "", ""],
    ["quiz-2", "s1", "not submitted", "", "2031-02-05", "", ""],
    ["quiz-1", "s2", "partially graded", "7.33", "2031-02-04", "", ""],
    ["quiz-1", "s3", "not submitted", "", "2031-02-05", "true", ""],
    ["quiz-2", "s3", "not submitted", "", "2031-02-05", "", "true"],
    ["quiz-1", "s4", "exempt", "", "2031-02-05", "", ""],
    ["quiz-2", "s4", "not submitted", "", "2031-02-05", "true", ""],
  ]);
  expect(read("results.csv").at(-2)?.comment).toBe("On a visit;\nback on Monday");
});

test("every reference leads somewhere, and every id is there once", () => {
  const [lineItems, results, categories] = ["lineItems.csv", "results.csv", "categories.csv"].map(read);
  const ids = (rows: readonly Record<string, string>[] = []) => rows.map((row) => row.sourcedId);
  for (const rows of [lineItems, results, categories]) expect(new Set(ids(rows)).size).toBe(rows?.length);
  for (const row of results ?? []) expect(ids(lineItems)).toContain(row.lineItemSourcedId);
  for (const row of lineItems ?? []) expect(ids(categories)).toContain(row.categorySourcedId);
  expect(lineItems).toEqual([
    expect.objectContaining({
      ...{ title: 'Rivers, "first" check', assignDate: "2031-02-03", dueDate: "2031-02-07", resultValueMax: "10" },
      ...{ classSourcedId: "class-1", schoolSourcedId: "dep-1", resultValueMin: "0" },
    }),
    expect.objectContaining({ title: "Review", dueDate: "2031-02-04", resultValueMax: "" }),
  ]);
});

test("the manifest says which files are there and which are not; nobody's name stands anywhere", () => {
  const said = new Map(read("manifest.csv").map((row) => [row.propertyName, row.value]));
  expect([said.get("manifest.version"), said.get("oneroster.version")]).toEqual(["1.0", "1.2"]);
  for (const [name, value] of said)
    if (name?.startsWith("file.")) expect(value).toBe(`${name.slice(5)}.csv` in files ? "bulk" : "absent");
  expect(Object.keys(files).every((name) => name === "manifest.csv" || said.get(`file.${name.slice(0, -4)}`))).toBe(
    true,
  );
  expect(JSON.stringify(files)).not.toContain("Name()");
});

test("what the school's class lists know is named by their ids", () => {
  const listed = rosterResults({
    ...table,
    ...{ classExternalId: "cls-8b", schoolExternalId: "org-1" },
    students: table.students.map((one, i) => ({ ...one, externalId: i === 0 ? "st-1" : null })),
  });
  const rows = (name: string) =>
    Papa.parse<Record<string, string>>(listed[name] ?? "", { header: true, skipEmptyLines: true }).data;
  expect(rows("lineItems.csv")[0]).toMatchObject({ classSourcedId: "cls-8b", schoolSourcedId: "org-1" });
  expect(rows("results.csv").map((row) => row.studentSourcedId)).toEqual([
    "st-1",
    "st-1",
    "s2",
    "s3",
    "s3",
    "s4",
    "s4",
  ]);
});
