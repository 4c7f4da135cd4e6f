/** A mark, or why there is none, in words: the table, its workbook and its buttons say the same. */
import type { MarkCell, MarkTable } from "@verdant/contract/marks";
import { numberOf, t } from "../platform/words.ts";

const stateWords = {
  notGiven: "",
  open: t("not yet"),
  running: t("in progress"),
  absent: t("absent"),
  excused: t("excused"),
} as const;

/** "4 of 5", "absent", "excused"; empty where the student was not given it. */
export function markInWords({ state, points, outOf, waitingPoints }: MarkCell): string {
  if (state !== "marked" || points === null || outOf === null) return state === "marked" ? "" : stateWords[state];
  const mark = t("{{points}} of {{outOf}}", { points: numberOf(points), outOf: numberOf(outOf) });
  return waitingPoints > 0 ? `${mark}, ${t("{{points}} not marked yet", { points: numberOf(waitingPoints) })}` : mark;
}

/** "78% of 3 quizzes"; empty where nothing counts yet. */
export const meanInWords = ({ share, counted }: MarkTable["students"][number]): string =>
  share === null ? "" : t("{{percent}}% of {{count}} quizzes", { percent: Math.round(share * 100), count: counted });
