/** What the live page says of a student, made from what the server knows. */
import type { LiveStudent } from "@verdant/contract/live";
import { t } from "../platform/words.ts";

/** A device says every twenty seconds that it is there; what says nothing for longer may be without network, or put away. */
const quietMs = 50_000;
/** Minutes beyond which nobody needs a clock, as when a quiz closes next week. */
const mostMinutes = 180;

/** Whole minutes, at least one: nothing is said by the second. */
const minutesOf = (ms: number) => Math.max(1, Math.round(ms / 60_000));

/** Whether nothing was heard of a device that should speak. */
export const isQuiet = ({ state, heardAt }: Pick<LiveStudent, "state" | "heardAt">, now: number): boolean =>
  state === "running" && heardAt !== null && now - Date.parse(heardAt) > quietMs;

/** "question 4 · 12 min left · no sign for 2 min" */
export function whereInWords(one: LiveStudent, now: number): string {
  if (one.state === "notBegun") return t("not begun");
  const answered = one.questions.filter((question) => question === "answered").length;
  const done = t("{{answered}} of {{questions}} answered", { answered, questions: one.questions.length });
  if (one.state === "handedIn") return done;
  const minutes = one.deadlineAt === null ? null : Math.ceil((Date.parse(one.deadlineAt) - now) / 60_000);
  return [
    one.at === null ? done : t("at question {{position}}", { position: one.at }),
    ...(minutes === null || minutes > mostMinutes
      ? []
      : [t("{{minutes}} min left", { minutes: Math.max(0, minutes) })]),
    ...(one.minutesGiven > 0 ? [t("{{minutes}} min given", { minutes: one.minutesGiven })] : []),
    ...(isQuiet(one, now) && one.heardAt !== null
      ? [t("no sign for {{minutes}} min", { minutes: minutesOf(now - Date.parse(one.heardAt)) })]
      : []),
  ].join(" · ");
}

/** How long somebody has been asking for help. */
export function askingInWords(helpAt: string, now: number): string {
  const ms = now - Date.parse(helpAt);
  return ms < 60_000 ? t("asks for help") : t("has asked for help for {{minutes}} min", { minutes: minutesOf(ms) });
}
