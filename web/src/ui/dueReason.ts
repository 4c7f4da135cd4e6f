/** One sentence of reasons per topic, made from the very terms by which the plan decides. */
import type { DueTopic } from "@verdant/contract/plan";
import { ago, ahead, shortDate } from "./dates.ts";
import { t } from "../platform/words.ts";

export const bandInWords = ({ low, high }: { low: number; high: number }) =>
  low === high ? t("about {{low}} in 10", { low }) : t("about {{low}} to {{high}} in 10", { low, high });

/** What the estimate rests on. */
const basisWords = ({ basis, answers }: Pick<DueTopic, "basis" | "answers">) =>
  ({
    calendar: t("from the calendar only"),
    class: t("from the calendar and how this class remembers"),
    answers: answers === 0 ? t("from answers") : t("from {{count}} answers", { count: answers }),
  })[basis];

/** Why a topic is due, where its recall alone does not say it. */
const dueWords: Record<NonNullable<DueTopic["why"]>, string> = {
  recall: "",
  longAgo: t("; due because it has not come back for six weeks"),
  notSince: t("; due because it has not come back since it was taught, three weeks ago or more"),
  planned: t("; due because a return was planned"),
  always: t("; in every review of this class"),
};

/** "taught 12 weeks ago and not come back since; about 6 to 7 in 10 would get it (from the calendar only)" */
export function reasonFor(topic: DueTopic, today: string): string {
  const { standing, taughtOn, lastOn, dueOn, band, why } = topic;
  if (standing === "notTaught")
    return taughtOn === null
      ? t("not planned yet")
      : t("to be taught by {{taughtOn}}", { taughtOn: shortDate(taughtOn) });
  const recall = band
    ? t("{{band}} would get it ({{basis}})", { band: bandInWords(band), basis: basisWords(topic) })
    : "";
  const last = topic.lastReturn;
  const seen = last
    ? t("came back {{on}} in “{{last}}”: {{right}} of {{answers}} right", {
        on: ago(last.on, today),
        last: last.name,
        right: Math.round(last.right),
        answers: last.answers,
      })
    : t("taught {{taughtOn}} and not come back since", { taughtOn: ago(taughtOn ?? lastOn ?? today, today) });
  if (why !== null) return `${seen}; ${recall}${dueWords[why]}`;
  const when = dueOn === null ? "" : t("; due {{when}}", { when: ahead(dueOn, today) });
  if (standing === "justTaught") return t("taught this week{{when}}", { when });
  // On the day itself everybody has just seen it: an estimate would say nothing.
  if (standing === "justSeen") return `${seen}${when}`;
  if (standing === "leftOut") return t("left out of this class's reviews; {{recall}}", { recall });
  return `${seen}; ${recall}${when}`;
}
