/** A scheme of work as it stands in a department's table: week, unit, lesson. */

export interface SchemeLesson {
  readonly name: string;
  /** Counted from the first week of the school year, 1 to 60; null: not said. */
  readonly week: number | null;
}

export interface SchemeUnit {
  readonly name: string;
  readonly lessons: readonly SchemeLesson[];
}

export interface Scheme {
  readonly units: readonly SchemeUnit[];
  /** Lines that could not be used, with the reason. */
  readonly notes: readonly string[];
}

type Role = "week" | "unit" | "lesson";

const roleWords: Record<Role, RegExp> = {
  week: /^(week|wk|weeks)\b/i,
  unit: /^(unit|module|theme|half[- ]term|term)\b/i,
  lesson: /^(lesson|topic|lesson title|content|title)\b/i,
};

/**
 * Units in the order in which they first come up, their lessons in the order of the lines, each once.
 *
 * Cells are parted by tabs, strokes or semicolons (commas, where a line has none of these). A line that names two of its
 * columns is the heading; without one, three columns are week, unit, lesson and two are unit, lesson. An empty unit or
 * week is that of the line above. Linear in the length of the text.
 *
 * @example readScheme("Week\tUnit\tLesson\n1\tRivers\tErosion\n2\t\tMeanders").units[0].lessons.length // 2
 */
export function readScheme(text: string): Scheme {
  const rows = text.split(/\r?\n/).flatMap((line, i) => {
    const cells = cellsOf(line);
    return cells.some((cell) => cell !== "") ? [{ cells, line: i + 1 }] : [];
  });
  const heading = rows[0] ? headingOf(rows[0].cells) : null;
  const roles = heading ?? ((rows[0]?.cells.length ?? 0) >= 3 ? ["week", "unit", "lesson"] : ["unit", "lesson"]);
  const units: { name: string; lessons: SchemeLesson[] }[] = [];
  const notes: string[] = [];
  let [unitName, week]: [string, number | null] = ["", null];
  for (const { cells, line } of heading ? rows.slice(1) : rows) {
    const cell = (role: Role) => cells[roles.indexOf(role)] ?? "";
    unitName = cell("unit") || unitName;
    if (cell("week") !== "") week = weekOf(cell("week"));
    if (cell("week") !== "" && week === null)
      notes.push(`Line ${String(line)}: “${cell("week")}” is no week from 1 to 60.`);
    const lesson = cell("lesson");
    if (unitName === "") notes.push(`Line ${String(line)}: no unit is named here or above.`);
    if (unitName === "" || lesson === "") continue;
    let unit = units.find((one) => same(one.name, unitName));
    if (!unit) units.push((unit = { name: unitName, lessons: [] }));
    if (!unit.lessons.some((one) => same(one.name, lesson))) unit.lessons.push({ name: lesson, week });
  }
  return { units, notes };
}

const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();

function cellsOf(line: string): string[] {
  const sign = ["\t", "|", ";"].find((one) => line.includes(one)) ?? ",";
  const cells = line.split(sign).map((cell) => cell.trim());
  // A table drawn with strokes has one at each end.
  return sign === "|" && cells[0] === "" ? cells.slice(1) : cells;
}

function headingOf(cells: readonly string[]): (Role | null)[] | null {
  const roles = cells.map(
    (cell) => (Object.keys(roleWords) as Role[]).find((role) => roleWords[role].test(cell)) ?? null,
  );
  const isHeading = roles.filter((role) => role !== null).length >= 2 && !cells.some((cell) => /\d/.test(cell));
  return isHeading ? roles : null;
}

function weekOf(cell: string): number | null {
  const week = Number(/\d{1,3}/.exec(cell)?.[0] ?? "0");
  return week >= 1 && week <= 60 ? week : null;
}
