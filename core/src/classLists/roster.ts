/**
 * A school's class lists as the open roster standard has them (OneRoster 1.2, and 1.1): tables of rows with text cells, read
 * into classes with their students and teachers. Nothing of a password, a birthday or an address is read.
 */

/** One table: the headings that it has, and a row for each line below, by heading. */
export interface RosterTable {
  readonly columns: readonly string[];
  readonly rows: readonly Readonly<Record<string, string>>[];
}
export type TableName = "academicSessions" | "courses" | "classes" | "users" | "enrollments";
export type RosterTables = Readonly<Partial<Record<TableName, RosterTable>>>;

export interface ListedStudent {
  readonly sourcedId: string;
  readonly givenName: string;
  readonly familyName: string;
}
export interface ListedTeacher {
  readonly name: string;
  readonly email: string;
}
export interface ListedYear {
  readonly sourcedId: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
  /** Between the terms of the year. */
  readonly holidays: readonly { readonly from: string; readonly to: string }[];
}
export interface ListedClass {
  readonly sourcedId: string;
  readonly name: string;
  /** A short name beside it; empty where there is none. */
  readonly code: string;
  readonly course: string;
  /** `sourcedId` of the school; empty where the lists do not say. */
  readonly school: string;
  /** `sourcedId` of its school year; null where the lists do not say. */
  readonly year: string | null;
  readonly students: readonly ListedStudent[];
  readonly teachers: readonly ListedTeacher[];
}
export interface Roster {
  readonly years: readonly ListedYear[];
  /** In the order of their names. */
  readonly classes: readonly ListedClass[];
}

/** What can be said of what was read, with the terms of each. */
export type RosterNote =
  | { readonly code: "rowIncomplete"; readonly terms: { file: string; row: number; column: string } }
  | { readonly code: "rowUnknown"; readonly terms: { file: string; row: number; column: string; value: string } }
  | { readonly code: "rowTwice"; readonly terms: { file: string; row: number; value: string } }
  | { readonly code: "rowTooLong"; readonly terms: { file: string; row: number } }
  | { readonly code: "rowsRemoved"; readonly terms: { file: string; count: number } }
  | { readonly code: "columnsExtra"; readonly terms: { file: string; columns: string } }
  | { readonly code: "accountsOff"; readonly terms: { count: number } }
  | { readonly code: "enrolmentsOver"; readonly terms: { count: number } }
  | { readonly code: "otherRoles"; readonly terms: { count: number; roles: string } }
  | { readonly code: "preferredNames"; readonly terms: { count: number } }
  | { readonly code: "passwordsNotRead"; readonly terms: Record<string, never> }
  | { readonly code: "moreRows"; readonly terms: { count: number } };

/** What must be there; without it nothing can be read. */
export interface RosterGap {
  readonly file: TableName;
  /** null: the whole table is missing. */
  readonly column: string | null;
}

const needed: Readonly<Record<"classes" | "users" | "enrollments", readonly string[]>> = {
  classes: ["sourcedId", "title"],
  users: ["sourcedId", "givenName", "familyName"],
  enrollments: ["classSourcedId", "userSourcedId", "role"],
};

/** The columns that the standard has for each table, read or not. */
const known: Readonly<Record<TableName, readonly string[]>> = {
  academicSessions: ["title", "type", "startDate", "endDate", "parentSourcedId", "schoolYear"],
  courses: [
    ...["schoolYearSourcedId", "title", "courseCode", "grades", "orgSourcedId", "subjects", "subjectCodes"],
    "schoolYearId",
  ],
  classes: [
    ...["title", "grades", "courseSourcedId", "classCode", "classType", "location", "schoolSourcedId"],
    ...["termSourcedIds", "subjects", "subjectCodes", "periods", "termSourcedId"],
  ],
  users: [
    ...["enabledUser", "username", "userIds", "givenName", "familyName", "middleName", "identifier", "email", "sms"],
    ...["phone", "agentSourcedIds", "grades", "password", "userMasterIdentifier", "resourceSourcedIds"],
    ...["preferredGivenName", "preferredMiddleName", "preferredFamilyName", "primaryOrgSourcedId", "pronouns"],
    ...["orgSourcedIds", "role"],
  ],
  enrollments: ["classSourcedId", "schoolSourcedId", "userSourcedId", "role", "primary", "beginDate", "endDate"],
};
const ofEvery = ["sourcedId", "status", "dateLastModified"];

/** Rows that are named one by one; those beyond are counted. */
const mostNamed = 60;
/** Characters of a name, as the contract has it. */
const longest = 300;

/** The first thing that is missing and must be there. */
export function gapOf(tables: RosterTables): RosterGap | null {
  for (const [file, columns] of Object.entries(needed) as [keyof typeof needed, readonly string[]][]) {
    const table = tables[file];
    if (!table) return { file, column: null };
    const column = columns.find((name) => !table.columns.includes(name));
    if (column !== undefined) return { file, column };
  }
  return null;
}

/**
 * Reads class lists. A row that lacks something or leads nowhere is left out and named; the others are read. Time grows with
 * the number of rows.
 *
 * @param tables without a gap, see {@link gapOf}
 * @param today ISO date: who left a class before it is not in it
 */
export function readRoster(tables: RosterTables, today: string): { roster: Roster; notes: RosterNote[] } {
  const named: RosterNote[] = [];
  const counted: RosterNote[] = [];
  const sayRow = (note: RosterNote) => named.push(note);

  /** Rows that say what they must, each id once, by their ids. */
  function rowsOf(file: TableName, must: readonly string[], isById = true) {
    const table = tables[file] ?? { columns: [], rows: [] };
    const extra = table.columns.filter((name) => ![...ofEvery, ...known[file]].includes(name));
    if (extra.length > 0)
      counted.push({ code: "columnsExtra", terms: { file, columns: extra.slice(0, 12).join(", ") } });
    const kept = new Map<string, Readonly<Record<string, string>> & { readonly row: number }>();
    let removed = 0;
    for (const [at, cells] of table.rows.entries()) {
      // The headings are row 1.
      const row = at + 2;
      const empty = must.find((column) => (cells[column] ?? "").trim() === "");
      const id = isById ? (cells["sourcedId"] ?? "") : String(row);
      if (cells["status"] === "tobedeleted") removed += 1;
      else if (id.length > longest) sayRow({ code: "rowTooLong", terms: { file, row } });
      else if (empty !== undefined) sayRow({ code: "rowIncomplete", terms: { file, row, column: empty } });
      else if (kept.has(id)) sayRow({ code: "rowTwice", terms: { file, row, value: id } });
      else kept.set(id, Object.assign({}, cells, { row }));
    }
    if (removed > 0) counted.push({ code: "rowsRemoved", terms: { file, count: removed } });
    return kept;
  }

  const sessions = rowsOf("academicSessions", ["sourcedId", "title", "type", "startDate", "endDate"]);
  const courses = rowsOf("courses", ["sourcedId", "title"]);
  const classes = rowsOf("classes", needed.classes);
  const users = rowsOf("users", needed.users);
  const enrolments = rowsOf("enrollments", needed.enrollments, false);

  const terms = [...sessions.values()].filter(({ type = "" }) => type !== "schoolYear");
  const years = [...sessions.values()]
    .filter((one) => one["type"] === "schoolYear" && isDay(one["startDate"]) && isDay(one["endDate"]))
    .map(({ sourcedId = "", title = "", startDate: from = "", endDate: to = "" }) => ({
      ...{ sourcedId, name: title.slice(0, longest), from, to },
      holidays: gapsBetween(terms.filter((one) => one["parentSourcedId"] === sourcedId)),
    }));
  const yearIds = new Set(years.map(({ sourcedId }) => sourcedId));
  const yearOf = (one: Readonly<Record<string, string>>): string | null => {
    const ids = severalOf(one["termSourcedIds"] ?? one["termSourcedId"] ?? "");
    const found = ids.flatMap((id) => [id, sessions.get(id)?.["parentSourcedId"] ?? ""]).find((id) => yearIds.has(id));
    return found ?? (years.length === 1 ? (years[0]?.sourcedId ?? null) : null);
  };

  let off = 0;
  let over = 0;
  let preferred = 0;
  const roles = new Map<string, number>();
  const students = new Map<string, Map<string, ListedStudent>>();
  const teachers = new Map<string, Map<string, ListedTeacher>>();
  const seenOff = new Set<string>();
  const seenPreferred = new Set<string>();
  for (const { row, classSourcedId = "", userSourcedId = "", role: said = "", endDate = "" } of enrolments.values()) {
    const role = said.trim().toLowerCase();
    const user = users.get(userSourcedId);
    if (!classes.has(classSourcedId)) {
      const terms = { file: "enrollments", row, column: "classSourcedId", value: classSourcedId };
      sayRow({ code: "rowUnknown", terms });
    } else if (!user) {
      sayRow({
        code: "rowUnknown",
        terms: { file: "enrollments", row, column: "userSourcedId", value: userSourcedId },
      });
    } else if (isDay(endDate) && endDate < today) over += 1;
    else if (role !== "student" && role !== "teacher") roles.set(role, (roles.get(role) ?? 0) + 1);
    else if (user["enabledUser"]?.toLowerCase() === "false") {
      if (!seenOff.has(userSourcedId)) off += 1;
      seenOff.add(userSourcedId);
    } else {
      const givenName = nameOf(user["preferredGivenName"], user["givenName"]);
      const familyName = nameOf(user["preferredFamilyName"], user["familyName"]);
      const isOther = givenName !== plain(user["givenName"]) || familyName !== plain(user["familyName"]);
      if (isOther && !seenPreferred.has(userSourcedId)) preferred += 1;
      seenPreferred.add(userSourcedId);
      if (role === "student") {
        placeIn(students, classSourcedId).set(userSourcedId, { sourcedId: userSourcedId, givenName, familyName });
      } else {
        const teacher = { name: `${givenName} ${familyName}`.trim(), email: plain(user["email"]).toLowerCase() };
        placeIn(teachers, classSourcedId).set(userSourcedId, teacher);
      }
    }
  }
  if (off > 0) counted.push({ code: "accountsOff", terms: { count: off } });
  if (over > 0) counted.push({ code: "enrolmentsOver", terms: { count: over } });
  if (preferred > 0) counted.push({ code: "preferredNames", terms: { count: preferred } });
  if (roles.size > 0) {
    const count = [...roles.values()].reduce((sum, n) => sum + n, 0);
    counted.push({ code: "otherRoles", terms: { count, roles: [...roles.keys()].slice(0, 12).join(", ") } });
  }
  if ([...users.values()].some(({ password = "" }) => password !== ""))
    counted.push({ code: "passwordsNotRead", terms: {} });

  const read = [...classes.values()].map((one): ListedClass => {
    const { row, sourcedId = "", title = "", classCode = "", courseSourcedId = "" } = one;
    const course = courses.get(courseSourcedId);
    if (!course && courseSourcedId !== "")
      sayRow({
        code: "rowUnknown",
        terms: { file: "classes", row, column: "courseSourcedId", value: courseSourcedId },
      });
    return {
      ...{ sourcedId, name: plain(title), code: plain(classCode) },
      course: plain(course?.["title"]) || plain(severalOf(one["subjects"] ?? "")[0]) || plain(title),
      school: plain(one["schoolSourcedId"]),
      year: yearOf(one),
      students: [...(students.get(sourcedId)?.values() ?? [])].sort(byName),
      teachers: [...(teachers.get(sourcedId)?.values() ?? [])].sort((a, b) => compare(a.name, b.name)),
    };
  });
  const beyond = named.length - mostNamed;
  if (beyond > 0) counted.push({ code: "moreRows", terms: { count: beyond } });
  return {
    roster: { years, classes: read.sort((a, b) => compare(a.name, b.name)) },
    notes: [...named.slice(0, mostNamed), ...counted],
  };
}

/** Days between terms that follow each other; terms that overlap or touch leave none. */
function gapsBetween(terms: readonly Readonly<Record<string, string>>[]): { from: string; to: string }[] {
  const spans = terms
    .flatMap(({ startDate = "", endDate = "" }) => (isDay(startDate) && isDay(endDate) ? [{ startDate, endDate }] : []))
    .sort((a, b) => compare(a.startDate, b.startDate));
  const gaps: { from: string; to: string }[] = [];
  let end: string | null = null;
  for (const { startDate, endDate } of spans) {
    if (end !== null) {
      const [from, to] = [dayBeside(end, 1), dayBeside(startDate, -1)];
      if (from <= to) gaps.push({ from, to });
    }
    if (end === null || endDate > end) end = endDate;
  }
  return gaps;
}

const isDay = (text = ""): boolean => /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(Date.parse(text));
const dayBeside = (day: string, by: number): string =>
  new Date(Date.parse(day) + by * 86_400_000).toISOString().slice(0, 10);
const severalOf = (cell: string): string[] =>
  cell
    .split(",")
    .map((one) => one.trim())
    .filter(Boolean);
const plain = (text = ""): string => text.replaceAll(/\s+/g, " ").trim().slice(0, longest);
const nameOf = (preferred: string | undefined, usual: string | undefined) => plain(preferred) || plain(usual);
const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
const byName = (a: ListedStudent, b: ListedStudent) =>
  compare(a.familyName, b.familyName) || compare(a.givenName, b.givenName) || compare(a.sourcedId, b.sourcedId);

function placeIn<T>(places: Map<string, Map<string, T>>, key: string): Map<string, T> {
  const place = places.get(key) ?? new Map<string, T>();
  places.set(key, place);
  return place;
}
