/** One sentence of reasons per topic, made of nothing but figures that the plan holds. */
import type { DueTopic } from "@verdant/contract/plan";
import { ago, ahead, shortDate } from "../ui/dates.ts";

export const bandInWords = ({ low, high }: { low: number; high: number }) =>
  low === high ? `about ${low} in 10` : `about ${low} to ${high} in 10`;

/** "taught 12 weeks ago and never come back; about 6 to 7 in 10 would get it (from the calendar only)" */
export function reasonFor(topic: DueTopic, today: string): string {
  const { standing, taughtOn, lastOn, dueOn, band } = topic;
  if (standing === "notTaught") return taughtOn === null ? "not planned yet" : `to be taught by ${shortDate(taughtOn)}`;
  const recall = band ? `${bandInWords(band)} would get it (${basis(topic)})` : "";
  const last = topic.lastReturn;
  const seen = last
    ? `came back ${ago(last.on, today)} in “${last.name}”: ${Math.round(last.right)} of ${last.answers} right`
    : `taught ${ago(taughtOn ?? lastOn ?? today, today)} and not come back since`;
  const when = standing === "due" ? "" : dueOn === null ? "" : `; due ${ahead(dueOn, today)}`;
  if (standing === "justTaught") return `taught this week, not yet${when}`;
  // On the day itself everybody has just seen it: an estimate would say nothing.
  if (standing === "justSeen") return `${seen}${when}`;
  if (standing === "leftOut") return `left out of this class's reviews; ${recall}`;
  return `${seen}; ${recall}${when}`;
}

const basis = ({ answers }: DueTopic) =>
  answers === 0 ? "from the calendar only" : answers === 1 ? "1 answer" : `${answers} answers`;
