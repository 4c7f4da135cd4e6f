/** Why the requirements of a quiz cannot be met, from the terms of what was worked out. */
import type { Cause, Shortfall, Subject } from "@verdant/contract/requirements";
import { kindNames } from "@verdant/core/items/kindNames";
import { t } from "../platform/words.ts";

/** What the things that requirements are about are called, by id. */
export interface Names {
  readonly unit: (id: string) => string;
  readonly topic: (id: string) => string;
  readonly standard: (id: string) => string;
}

const demandWords = { recall: t("that ask to recall"), apply: t("that ask to apply"), reason: t("that ask to reason") };

/** As it stands after a number of questions: "on Rivers", "that ask to reason". */
export function subjectInWords(subject: Exclude<Subject, { of: "all" | "time" }>, names: Names): string {
  switch (subject.of) {
    case "unit":
      return t("on {{name}}", { name: names.unit(subject.unitId) });
    case "topic":
      return t("on {{name}}", { name: names.topic(subject.topicId) });
    case "standard":
      return t("for standard {{code}}", { code: names.standard(subject.standardId) });
    case "kind":
      return t("of the kind “{{kind}}”", { kind: kindNames[subject.kind] });
    case "demand":
      return demandWords[subject.demand];
  }
}

function questionsInWords(subject: Exclude<Subject, { of: "time" }>, names: Names): string {
  if (subject.of === "all") return t("Questions in all");
  return t("Questions {{which}}", { which: subjectInWords(subject, names) });
}

export function shortfallInWords(shortfall: Shortfall, names: Names): string {
  switch (shortfall.code) {
    case "conflict":
      return t("These requirements cannot all be met together. This is the nearest quiz.");
    case "noRoom": {
      const { subject, wanted, room } = shortfall;
      const what = subject.of === "time" ? t("Time") : questionsInWords(subject, names);
      const short = t("{{what}}: wanted {{wanted}}, there is room for {{room}}.", { what, wanted, room });
      return [short, ...shortfall.causes.map(causeInWords)].join(" ");
    }
    case "missed": {
      const { subject, lower, upper, nearest } = shortfall;
      if (subject.of === "time")
        return t("Time: wanted at most {{upper}} minutes, the nearest takes {{nearest}}.", { upper, nearest });
      const what = questionsInWords(subject, names);
      return lower === upper
        ? t("{{what}}: wanted {{lower}}, the nearest has {{nearest}}.", { what, lower, nearest })
        : t("{{what}}: wanted {{lower}} to {{upper}}, the nearest has {{nearest}}.", { what, lower, upper, nearest });
    }
  }
}

function causeInWords(cause: Cause): string {
  switch (cause.code) {
    case "practiceOnly":
      return t("{{count}} more are for practice only.", { count: cause.count });
    case "keptForTests":
      return t("{{count}} more are kept for tests.", { count: cause.count });
    case "justTaught":
      return t("{{count}} more are on topics taught this week.", { count: cause.count });
    case "notTaught":
      return t("{{count}} more are on topics not taught yet.", { count: cause.count });
    case "leftOut":
      return t("{{count}} more are on topics left out of this class's reviews.", { count: cause.count });
    case "otherCourse":
      return t("{{count}} more are on topics outside this course.", { count: cause.count });
    case "topicsNotChosen":
      return t("{{count}} more are on topics that you did not choose.", { count: cause.count });
    case "lookAlikes":
      return t("{{count}} more are look-alikes of these.", { count: cause.count });
    case "perTopic":
      return t("No topic may have more than {{most}}; {{without}} are there without that limit.", {
        most: cause.most,
        without: cause.without,
      });
    case "metLately": {
      const { count, weeks, enough } = cause;
      const met = t("{{count}} more were seen within {{weeks}}.", {
        count,
        weeks: t("{{count}} weeks", { count: weeks }),
      });
      if (enough === null) return met;
      const would =
        enough === 0
          ? t("There would be enough if it did not matter when they were seen.")
          : t("There would be enough if {{weeks}} without them were long enough.", {
              weeks: t("{{count}} weeks", { count: enough }),
            });
      return `${met} ${would}`;
    }
  }
}
