/** What a school's system answers (OneRoster 1.2, REST binding), as the tables that a file has. */
import type { RosterTable, TableName } from "@verdant/core/classLists/roster";
import { wellFormedText } from "../platform/wellFormed.ts";
import type { SchoolSystem } from "./schoolSystem.ts";

/** Where each column stands in an answer: a value, a reference to one or more, or the first of several names. */
const columns: Readonly<Record<TableName, Readonly<Record<string, readonly string[]>>>> = {
  academicSessions: {
    ...{ title: ["title"], type: ["type"], startDate: ["startDate"], endDate: ["endDate"] },
    ...{ parentSourcedId: ["parent"], schoolYear: ["schoolYear"] },
  },
  courses: { title: ["title"], courseCode: ["courseCode"] },
  classes: {
    ...{ title: ["title"], classCode: ["classCode"], courseSourcedId: ["course"], schoolSourcedId: ["school"] },
    ...{ termSourcedIds: ["terms"], subjects: ["subjects"] },
  },
  users: {
    ...{ enabledUser: ["enabledUser"], givenName: ["givenName"], familyName: ["familyName"], email: ["email"] },
    preferredGivenName: ["preferredFirstName", "preferredGivenName"],
    preferredFamilyName: ["preferredLastName", "preferredFamilyName"],
  },
  enrollments: {
    ...{ classSourcedId: ["class"], userSourcedId: ["user"], role: ["role"] },
    ...{ beginDate: ["beginDate"], endDate: ["endDate"] },
  },
};
const ofEvery = { sourcedId: ["sourcedId"], status: ["status"] };

/** All that class lists are made of, read one collection after the other. `said` is told how much of it is done, 0 to 1. */
export async function tablesOfSystem(
  system: SchoolSystem,
  said: (share: number) => Promise<void>,
): Promise<Record<TableName, RosterTable>> {
  const tables: Partial<Record<TableName, RosterTable>> = {};
  const names = Object.keys(columns) as TableName[];
  for (const [at, name] of names.entries()) {
    const from = { ...ofEvery, ...columns[name] };
    const rows: Record<string, string>[] = [];
    for await (const page of system.rows(name)) {
      rows.push(
        ...page.map((row) =>
          Object.fromEntries(Object.entries(from).map(([column, keys]) => [column, firstOf(row, keys)])),
        ),
      );
      await said(at / names.length);
    }
    tables[name] = { columns: Object.keys(from), rows };
    await said((at + 1) / names.length);
  }
  return tables as Record<TableName, RosterTable>;
}

function firstOf(row: Readonly<Record<string, unknown>>, keys: readonly string[]): string {
  for (const key of keys) {
    const text = textOf(row[key]);
    if (text !== "") return text;
  }
  return "";
}

function textOf(value: unknown): string {
  if (typeof value === "string") return wellFormedText(value).trim();
  if (typeof value === "boolean" || typeof value === "number") return String(value);
  if (Array.isArray(value)) return value.map(textOf).filter(Boolean).join(",");
  if (typeof value === "object" && value !== null && "sourcedId" in value) return textOf(value.sourcedId);
  return "";
}
