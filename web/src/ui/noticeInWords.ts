/** The notice of a release in sentences: what a student reads, and a teacher copies, prints and shows. */
import type { Notice } from "@verdant/contract/notice";
import { daysOf, type Openness } from "@verdant/core/delivery/rules";
import { numberOf, t } from "../platform/words.ts";
import { neededInWords } from "./neededInWords.ts";

const seenWords: Record<Exclude<Openness, "nothing">, string> = {
  score: t("your score"),
  which: t("your score, and which were right"),
  why: t("your score, which were right, and why"),
  everything: t("your score and everything with the key"),
};

/** @param times when it opens and closes, each a sentence of its own */
export function noticeInWords(notice: Notice, times: readonly string[] = []): string[] {
  return [
    ...amount(notice),
    ...times,
    ...opening(notice),
    ...goes(notice),
    ...way(notice),
    ...marks(notice),
    ...atEach(notice),
    afterwards(notice),
  ];
}

function atEach({ looksAtEach, second }: Notice): string[] {
  if (!looksAtEach) return [];
  const look = t("After each question you can see how your answer was. From then on that answer stands.");
  if (second === null) return [look];
  return [
    look,
    {
      0: t("If it was wrong you get a hint and answer once more, for practice: a second answer counts nothing."),
      50: t("If it was wrong you get a hint and may answer once more: a second answer counts half."),
      100: t("If it was wrong you get a hint and may answer once more: a second answer counts as much."),
    }[second] ??
      t("If it was wrong you get a hint and may answer once more: a second answer counts {{percent}}%.", {
        percent: second,
      }),
  ];
}

function amount({ questions, minutes, timeLimitMinutes, isTimed }: Notice): string[] {
  if (isTimed && timeLimitMinutes !== null)
    return [
      t("Of {{count}} questions, answer as many as you can in {{limit}} minutes.", {
        count: questions,
        limit: timeLimitMinutes,
      }),
      t("The clock starts with the first question and does not wait for the network. You can hide it."),
    ];
  const about = t("It has {{count}} questions and takes about {{minutes}} min.", { count: questions, minutes });
  return timeLimitMinutes === null
    ? [about, t("There is no time limit: you can stop, and carry on later.")]
    : [
        about,
        t("From the moment you begin you have {{limit}} minutes. When they are over, what is there is handed in.", {
          limit: timeLimitMinutes,
        }),
      ];
}

function opening({ gate, before }: Notice): string[] {
  return [
    ...(gate
      ? [
          gate.by === "best"
            ? t("It opens when your best go of “{{name}}” has reached {{percent}}%.", gate)
            : t("It opens when what counts of “{{name}}” has reached {{percent}}%.", gate),
        ]
      : []),
    ...(before ? [neededInWords(before)] : []),
  ];
}

function goes({ goes: most, waitHours, counts, stopAt }: Notice): string[] {
  if (most === 1) return [t("You have one go.")];
  const days = daysOf(waitHours);
  const wait =
    waitHours === 0
      ? []
      : [
          days === null
            ? t("Between two goes there are at least {{count}} hours.", { count: waitHours })
            : days === 1
              ? t("One go a day.")
              : t("Between two goes there are at least {{count}} days.", { count: days }),
        ];
  const which = {
    first: t("The first one counts."),
    last: t("The last one counts."),
    best: t("The best one counts."),
    mean: t("The mean of all counts."),
  }[counts];
  return [
    `${most === null ? t("You have as many goes as you like.") : t("You have {{goes}} goes.", { goes: most })} ${which}`,
    ...wait,
    ...(stopAt === null ? [] : [t("Once you reach {{percent}}% there is no other go.", { percent: stopAt })]),
  ];
}

function way({ paging }: Notice): string[] {
  if (paging === "forwardOnly") return [t("Questions come one at a time, and you cannot go back to an earlier one.")];
  return paging === "one" ? [t("Questions come one at a time; you can go back and change answers.")] : [];
}

function marks({ points, outOf, takesOff }: Notice): string[] {
  return [
    ...(outOf === null
      ? []
      : [
          t("Its questions have {{points}} points; in the marks it counts out of {{outOf}}.", {
            points: numberOf(points),
            outOf,
          }),
        ]),
    ...(takesOff
      ? [
          t(
            "Where several answers are right, a wrong choice takes points off, but never more than the question has: choose what you are sure of.",
          ),
        ]
      : []),
  ];
}

function afterwards({ openness, openFrom }: Notice): string {
  if (openness === "nothing") return t("Afterwards you see nothing of how it went.");
  const seen = { seen: seenWords[openness] };
  return {
    eachQuestion: t("When you have handed in, you see {{seen}}.", seen),
    handIn: t("When you have handed in, you see {{seen}}.", seen),
    shut: t("When it has closed, you see {{seen}}.", seen),
    word: t("When your teacher says so, you see {{seen}}.", seen),
  }[openFrom];
}
