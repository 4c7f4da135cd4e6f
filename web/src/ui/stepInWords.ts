/** Steps and where one stands at them, in words; the board, the form and the student's line say the same. */
import { t } from "../platform/words.ts";

interface Line {
  readonly kind: "practice" | "task" | "check";
  readonly percent: number | null;
  readonly by: "mark" | "best";
}

export const kindWords = { practice: t("practice"), task: t("task"), check: t("check") } as const;

/** When a step is done: "done from 70% on, by the best go". */
export function lineInWords({ kind, percent, by }: Line): string {
  if (kind === "task") return t("done when a teacher ticks it off");
  if (percent === null) return t("done with the first go");
  return by === "best"
    ? t("done from {{percent}}% on, by the best go", { percent })
    : t("done from {{percent}}% on, by the mark that counts", { percent });
}
