/**
 * The marks of a class as results of the open roster standard (OneRoster 1.2, CSV binding): one file of categories, of line
 * items and of results each, in a zip with its manifest. What no student was given has no row; absent is not zero.
 */
import type { MarkTable } from "@verdant/contract/marks";
import { resultCategory, rosterResultsOf } from "@verdant/core/classLists/results";
import { strToU8, zipSync } from "fflate";
import Papa from "papaparse";
import { saveFile } from "../platform/saveFile.ts";
import { t } from "../platform/words.ts";

type Row = Readonly<Record<string, string | number>>;

const files = [
  ...["academicSessions", "categories", "classes", "classResources", "courses", "courseResources", "demographics"],
  ...["enrollments", "lineItemLearningObjectiveIds", "lineItems", "lineItemScoreScales", "orgs"],
  ...["resources", "resultLearningObjectiveIds", "results", "resultScoreScales", "roles", "scoreScales"],
  ...["userProfiles", "userResources", "users"],
];
const given: ReadonlySet<string> = new Set(["categories", "lineItems", "results"]);

const columns = {
  categories: ["sourcedId", "status", "dateLastModified", "title", "weight"],
  lineItems: [
    ...["sourcedId", "status", "dateLastModified", "title", "description", "assignDate", "dueDate", "classSourcedId"],
    ...["categorySourcedId", "gradingPeriodSourcedId", "resultValueMin", "resultValueMax", "schoolSourcedId"],
  ],
  results: [
    ...["sourcedId", "status", "dateLastModified", "lineItemSourcedId", "studentSourcedId", "scoreStatus", "score"],
    ...["scoreDate", "comment", "textScore", "classSourcedId", "inProgress", "incomplete", "late", "missing"],
  ],
} as const;

const flag = (isSo: boolean) => (isSo ? "true" : "");
const csv = (fields: readonly string[], rows: readonly Row[]) =>
  Papa.unparse({ fields: [...fields], data: rows.map((row) => fields.map((field) => row[field] ?? "")) }) + "\r\n";

/** The files by name. */
export function rosterResults(table: MarkTable): Readonly<Record<string, string>> {
  const { lineItems, results } = rosterResultsOf(table);
  const manifest = [
    ["manifest.version", "1.0"],
    ["oneroster.version", "1.2"],
    ...files.map((name) => [`file.${name}`, given.has(name) ? "bulk" : "absent"]),
    ["source.systemName", t("Verdant Loop")],
    ["source.systemCode", "verdant-loop"],
  ].map(([propertyName = "", value = ""]) => ({ propertyName, value }));
  return {
    "manifest.csv": csv(["propertyName", "value"], manifest),
    "categories.csv": csv(columns.categories, [{ sourcedId: resultCategory, title: t("Quizzes") }]),
    "lineItems.csv": csv(
      columns.lineItems,
      lineItems.map((row) => ({ ...row, resultValueMax: row.resultValueMax ?? "" })),
    ),
    "results.csv": csv(
      columns.results,
      results.map((row) => ({
        ...row,
        score: row.score ?? "",
        inProgress: flag(row.inProgress),
        missing: flag(row.missing),
      })),
    ),
  };
}

/** Hands them to the browser as one file. */
export function saveRosterResults(table: MarkTable): void {
  const texts = Object.entries(rosterResults(table)).map(([name, text]) => [name, strToU8(text)] as const);
  const zip = zipSync(Object.fromEntries(texts));
  // A copy, since a view of a larger buffer is no part of a file.
  const blob = new Blob([new Uint8Array(zip)], { type: "application/zip" });
  saveFile(blob, `${t("Roster results {{className}} {{day}}", { className: table.className, day: table.today })}.zip`);
}
