/**
 * The marks of a class as results of the open roster standard (OneRoster 1.2, CSV binding): one file of categories, of line
 * items and of results each, in a zip with its manifest. What no student was given has no row; absent is not zero.
 */
import type { MarkCell, MarkTable } from "@verdant/contract/marks";
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
const category = "quizzes";

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

const statusOf = ({ state, waitingPoints }: MarkCell): string =>
  state === "marked"
    ? waitingPoints > 0
      ? "partially graded"
      : "fully graded"
    : state === "excused"
      ? "exempt"
      : "not submitted";

const flag = (isSo: boolean) => (isSo ? "true" : "");
const dayOf = (at: string) => at.slice(0, 10);
const csv = (fields: readonly string[], rows: readonly Row[]) =>
  Papa.unparse({ fields: [...fields], data: rows.map((row) => fields.map((field) => row[field] ?? "")) }) + "\r\n";

/** The files by name. */
export function rosterResults(table: MarkTable): Readonly<Record<string, string>> {
  const { classId, departmentId, today } = table;
  const lineItems = table.releases.map(({ id, name, opensAt, shutsAt }, at) => ({
    sourcedId: id,
    title: name,
    assignDate: dayOf(opensAt),
    dueDate: dayOf(shutsAt ?? opensAt),
    classSourcedId: classId,
    categorySourcedId: category,
    resultValueMin: 0,
    // What nobody has a mark in yet has no value that could be stated.
    resultValueMax: wholeOf(table, at) ?? "",
    schoolSourcedId: departmentId,
  }));
  const results = table.students.flatMap(({ studentId, cells }) =>
    cells
      .filter(({ state }) => state !== "notGiven")
      .map((cell) => ({
        sourcedId: `${cell.releaseId}_${studentId}`,
        lineItemSourcedId: cell.releaseId,
        studentSourcedId: studentId,
        scoreStatus: statusOf(cell),
        score: cell.state === "marked" && cell.points !== null ? Math.round(cell.points * 100) / 100 : "",
        scoreDate: cell.handedInAt === null ? today : dayOf(cell.handedInAt),
        comment: cell.reason ?? "",
        classSourcedId: classId,
        inProgress: flag(cell.state === "running"),
        incomplete: "",
        late: "",
        missing: flag(cell.state === "absent"),
      })),
  );
  const manifest = [
    ["manifest.version", "1.0"],
    ["oneroster.version", "1.2"],
    ...files.map((name) => [`file.${name}`, given.has(name) ? "bulk" : "absent"]),
    ["source.systemName", t("Verdant Loop")],
    ["source.systemCode", "verdant-loop"],
  ].map(([propertyName = "", value = ""]) => ({ propertyName, value }));
  return {
    "manifest.csv": csv(["propertyName", "value"], manifest),
    "categories.csv": csv(columns.categories, [{ sourcedId: category, title: t("Quizzes") }]),
    "lineItems.csv": csv(columns.lineItems, lineItems),
    "results.csv": csv(columns.results, results),
  };
}

/** Points of the whole of a quiz, those that wait for a mark among them. */
function wholeOf({ students }: MarkTable, at: number): number | null {
  const wholes = students.flatMap(({ cells }) => {
    const cell = cells[at];
    return cell?.outOf == null ? [] : [cell.outOf + cell.waitingPoints];
  });
  return wholes.length === 0 ? null : Math.round(Math.max(...wholes) * 100) / 100;
}

/** Hands them to the browser as one file. */
export function saveRosterResults(table: MarkTable): void {
  const texts = Object.entries(rosterResults(table)).map(([name, text]) => [name, strToU8(text)] as const);
  const zip = zipSync(Object.fromEntries(texts));
  // A copy, since a view of a larger buffer is no part of a file.
  const blob = new Blob([new Uint8Array(zip)], { type: "application/zip" });
  saveFile(blob, `${t("Roster results {{className}} {{day}}", { className: table.className, day: table.today })}.zip`);
}
