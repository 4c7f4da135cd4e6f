/** One sentence of reasons per topic, made from the very terms by which the plan decides. */
import type { DueTopic } from "@verdant/contract/plan";
import { ago, ahead, counted, shortDate } from "./dates.ts";

export const bandInWords = ({ low, high }: { low: number; high: number }) =>
  low === high ? `about ${low} in 10` : `about ${low} to ${high} in 10`;

/** What the estimate rests on. */
const basisWords = ({ basis, answers }: Pick<DueTopic, "basis" | "answers">) =>
  ({
    calendar: "from the calendar only",
    class: "from the calendar and how this class remembers",
    answers: answers === 0 ? "from answers" : `from ${counted(answers, "answer")}`,
  })[basis];

/** Why a topic is due, where its recall alone does not say it. */
const dueWords: Record<NonNullable<DueTopic["why"]>, string> = {
  recall: "",
  longAgo: "; due because it has not come back for six weeks",
  notSince: "; due because it has not come back since it was taught, three weeks ago or more",
  planned: "; due because a return was planned",
  always: "; in every review of this class",
};

/** "taught 12 weeks ago and not come back since; about 6 to 7 in 10 would get it (from the calendar only)" */
export function reasonFor(topic: DueTopic, today: string): string {
  const { standing, taughtOn, lastOn, dueOn, band, why } = topic;
  if (standing === "notTaught") return taughtOn === null ? "not planned yet" : `to be taught by ${shortDate(taughtOn)}`;
  const recall = band ? `${bandInWords(band)} would get it (${basisWords(topic)})` : "";
  const last = topic.lastReturn;
  const seen = last
    ? `came back ${ago(last.on, today)} in “${last.name}”: ${Math.round(last.right)} of ${last.answers} right`
    : `taught ${ago(taughtOn ?? lastOn ?? today, today)} and not come back since`;
  if (why !== null) return `${seen}; ${recall}${dueWords[why]}`;
  const when = dueOn === null ? "" : `; due ${ahead(dueOn, today)}`;
  if (standing === "justTaught") return `taught this week${when}`;
  // On the day itself everybody has just seen it: an estimate would say nothing.
  if (standing === "justSeen") return `${seen}${when}`;
  if (standing === "leftOut") return `left out of this class's reviews; ${recall}`;
  return `${seen}; ${recall}${when}`;
}
