/** Where a student is at a step, in words; said by the table, the list, and to whoever reads by ear. */
import type { Cell, Step } from "@verdant/contract/paths";
import { t } from "../platform/words.ts";
import { shortDate } from "../ui/dates.ts";

/** "done 3 Nov, 80%", "2 goes, 45%", "closed", "not begun". */
export function cellInWords(cell: Cell, step: Step): string {
  const reached = cell.reached === null ? [] : [t("{{percent}}%", { percent: Math.round(cell.reached * 100) })];
  if (cell.state === "done") return [t("done {{day}}", { day: shortDate(cell.doneAt ?? "") }), ...reached].join(", ");
  if (cell.goes > 0) return [t("{{count}} goes", { count: cell.goes }), ...reached].join(", ");
  if (cell.state === "shut") return t("closed");
  return step.kind === "task" ? t("not ticked off") : t("not begun");
}

/** Whether a step that is not done should have been by now. */
export const isLate = (cell: Cell, step: Step, today: string): boolean =>
  cell.state !== "done" && step.dueOn !== null && step.dueOn < today;
