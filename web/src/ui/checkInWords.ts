/** What to look at before a quiz is released, in words. */
import type { Check, Hindrance } from "@verdant/contract/assembly";
import { findingInWords } from "./findingInWords.ts";
import { inAList, t } from "../platform/words.ts";

export const hindranceWords: Readonly<Record<Hindrance, string>> = {
  retired: t("retired"),
  unfinished: t("unfinished"),
  notApproved: t("not approved yet"),
};

type Terms = Check["terms"];

const number = (terms: Terms, name: string) => Number(terms[name] ?? 0);
const text = (terms: Terms, name: string) => String(terms[name] ?? "");
const list = (terms: Terms, name: string) => [terms[name] ?? []].flat().map(String);

const words: Readonly<Record<Check["code"], (check: Check) => string>> = {
  fewerThanAsked: ({ terms }) =>
    t(
      "{{questions}} of the {{asked}} questions you asked for: no topic gets more than {{perTopic}} (Requirements change that), and only topics that have been taught count.",
      { questions: number(terms, "questions"), asked: number(terms, "asked"), perTopic: number(terms, "perTopic") },
    ),
  sameTopicNeighbours: ({ terms }) =>
    t("{{count}} pairs of neighbours share a topic and need not.", { count: number(terms, "pairs") }),
  sameFamily: () => t("Two questions are look-alikes of one another."),
  stimulusApart: () => t("Questions on the same text, map or chart stand apart."),
  itemChanged: ({ terms }) =>
    t("Item {{number}} has been changed since this quiz was built; students get the new version.", {
      number: number(terms, "number"),
    }),
  itemNotUsable: ({ terms }) =>
    t("Item {{number}} cannot be released: it is {{hindrance}}. Remove it, or look at the item.", {
      number: number(terms, "number"),
      hindrance: hindranceWords[text(terms, "hindrance") as Hindrance],
    }),
  drawTooSmall: (check) =>
    `${partOf(check)}${t(
      "A draw gives {{take}}, but only {{families}} of its {{pool}} can be used that are no look-alikes.",
      {
        take: number(check.terms, "take"),
        families: number(check.terms, "families"),
        pool: number(check.terms, "pool"),
      },
    )}${leftOutOf(check)} ${t("Let each student get fewer, or change the pool.")}`,
  drawItemLeftOut: (check) => `${partOf(check)}${t("Some of what a draw holds cannot be used.")}${leftOutOf(check)}`,
  drawsAlike: (check) =>
    `${partOf(check)}${t("A pool holds look-alikes of other questions here; no student gets both.")}`,
  partEmpty: ({ terms }) =>
    text(terms, "part") === ""
      ? t("The part without a heading has no questions.")
      : t("The part “{{part}}” has no questions.", { part: text(terms, "part") }),
  dueLeftOut: ({ terms }) => {
    const topics = list(terms, "topics");
    const [due, questions] = [number(terms, "due"), number(terms, "questions")];
    const left = t("{{count}} due topics are left out: {{topics}}.", { count: topics.length, topics: inAList(topics) });
    const why =
      questions < due
        ? t("{{due}} are due, and there are {{questions}} questions.", { due, questions })
        : t("What you asked for, or changed by hand, leaves no room.");
    return `${left} ${why}`;
  },
  optionMoves: ({ terms }) => {
    const { text: found, reason } = findingInWords({ rule: "aboveMixes", terms: { word: text(terms, "word") } });
    return `${t("Item {{number}}:", { number: number(terms, "number") })} ${found} ${reason}`;
  },
  metLately: ({ terms }) => {
    const [lately, better] = [list(terms, "lately"), list(terms, "better")];
    const met = t("The class saw these within the last {{weeks}} weeks: {{questions}}.", {
      weeks: number(terms, "weeks"),
      questions: questionsOf(lately),
    });
    const why =
      better.length === 0
        ? t("There is nothing else on their topics that has rested longer.")
        : t("Something that has rested longer is there for {{questions}}: Swap shows it.", {
            questions: questionsOf(better),
          });
    return `${met} ${why}`;
  },
};

const questionsOf = (numbers: readonly string[]) =>
  numbers.length === 1
    ? t("question {{number}}", { number: numbers[0] ?? "" })
    : t("questions {{numbers}}", { numbers: inAList(numbers) });

const partOf = ({ terms }: Check) =>
  number(terms, "part") === 0 ? "" : `${t("Part {{part}}:", { part: number(terms, "part") })} `;

const leftOutOf = ({ leftOut = [] }: Check) =>
  leftOut
    .map(
      ({ number, hindrance }) =>
        ` ${t("Item {{number}} is {{hindrance}}.", { number, hindrance: hindranceWords[hindrance] })}`,
    )
    .join("");

export const checkInWords = (check: Check): string => words[check.code](check);
