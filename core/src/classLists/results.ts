/**
 * Marks of a class as the open roster standard has results (OneRoster 1.2): a category, a line item for each quiz, and a
 * result for each student it was given to. What no student was given has no row; absent is not zero.
 */

export interface MarksOfClass {
  readonly classId: string;
  /** By which the school's lists know the class; null: by our own id. */
  readonly classExternalId: string | null;
  /** By which the school's lists know the school; null: the department's own id. */
  readonly schoolExternalId: string | null;
  readonly departmentId: string;
  /** ISO date. */
  readonly today: string;
  readonly releases: readonly {
    readonly id: string;
    readonly name: string;
    readonly opensAt: string;
    readonly shutsAt: string | null;
  }[];
  readonly students: readonly {
    readonly studentId: string;
    readonly externalId: string | null;
    readonly cells: readonly MarkOfStudent[];
  }[];
}
export interface MarkOfStudent {
  readonly releaseId: string;
  readonly state: "notGiven" | "open" | "running" | "absent" | "excused" | "marked";
  readonly points: number | null;
  readonly outOf: number | null;
  readonly waitingPoints: number;
  readonly handedInAt: string | null;
  readonly reason: string | null;
}

export interface LineItem {
  readonly sourcedId: string;
  readonly title: string;
  readonly assignDate: string;
  readonly dueDate: string;
  readonly classSourcedId: string;
  readonly categorySourcedId: string;
  readonly resultValueMin: number;
  /** null: nobody has a mark yet from which it could be said. */
  readonly resultValueMax: number | null;
  readonly schoolSourcedId: string;
}
export interface RosterResult {
  readonly sourcedId: string;
  readonly lineItemSourcedId: string;
  readonly studentSourcedId: string;
  readonly scoreStatus: "exempt" | "fully graded" | "not submitted" | "partially graded";
  readonly score: number | null;
  readonly scoreDate: string;
  readonly comment: string;
  readonly classSourcedId: string;
  readonly inProgress: boolean;
  readonly missing: boolean;
}

/** The id of the only category. */
export const resultCategory = "quizzes";

/**
 * Line items and results of a class, each with an id that stays the same, so that what is sent twice is there once.
 */
export function rosterResultsOf(table: MarksOfClass): { lineItems: LineItem[]; results: RosterResult[] } {
  const { departmentId, today } = table;
  const classSourcedId = table.classExternalId ?? table.classId;
  const lineItems = table.releases.map(({ id, name, opensAt, shutsAt }, at) => ({
    sourcedId: id,
    title: name,
    assignDate: dayOf(opensAt),
    dueDate: dayOf(shutsAt ?? opensAt),
    classSourcedId,
    categorySourcedId: resultCategory,
    resultValueMin: 0,
    resultValueMax: wholeOf(table, at),
    schoolSourcedId: table.schoolExternalId ?? departmentId,
  }));
  const results = table.students.flatMap(({ studentId, externalId, cells }) =>
    cells
      .filter(({ state }) => state !== "notGiven")
      .map((cell) => ({
        sourcedId: `${cell.releaseId}_${studentId}`,
        lineItemSourcedId: cell.releaseId,
        studentSourcedId: externalId ?? studentId,
        scoreStatus: statusOf(cell),
        score: cell.state === "marked" && cell.points !== null ? rounded(cell.points) : null,
        scoreDate: cell.handedInAt === null ? today : dayOf(cell.handedInAt),
        comment: cell.reason ?? "",
        classSourcedId,
        inProgress: cell.state === "running",
        missing: cell.state === "absent",
      })),
  );
  return { lineItems, results };
}

const statusOf = ({ state, waitingPoints }: MarkOfStudent): RosterResult["scoreStatus"] =>
  state === "marked"
    ? waitingPoints > 0
      ? "partially graded"
      : "fully graded"
    : state === "excused"
      ? "exempt"
      : "not submitted";

const dayOf = (at: string) => at.slice(0, 10);
const rounded = (points: number) => Math.round(points * 100) / 100;

/** Points of the whole of a quiz, those that wait for a mark among them. */
function wholeOf({ students }: MarksOfClass, at: number): number | null {
  const wholes = students.flatMap(({ cells }) => {
    const cell = cells[at];
    return cell?.outOf == null ? [] : [cell.outOf + cell.waitingPoints];
  });
  return wholes.length === 0 ? null : rounded(Math.max(...wholes));
}
