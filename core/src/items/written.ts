/** The kind "written answer": free text, marked by a person against a rubric of criteria and levels. */

import { isEmptyText, richTextOf, type RichText } from "../richText.ts";
import type { AnswerCount, Fault, Feedback, Kind } from "./kind.ts";
import { feedbackTexts, mapFeedback, stemFaults, withBlanks, withNewIds } from "./options.ts";

export interface Level {
  readonly id: string;
  /** In steps of a quarter. */
  readonly points: number;
  /** What an answer of this level does. */
  readonly text: string;
}
export interface Criterion {
  readonly id: string;
  readonly name: string;
  readonly levels: readonly Level[];
}

export interface Written extends Feedback {
  readonly kind: "written";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  /** Lines of the field to write in: how long an answer is meant to be. */
  readonly lines: number;
  readonly criteria: readonly Criterion[];
  /** Students see what counts, and how much, while they write. */
  readonly showsCriteria: boolean;
  readonly modelAnswer?: RichText | undefined;
}

export interface WrittenAnswer {
  readonly kind: "written";
  readonly text: string;
}

export interface WrittenView {
  readonly kind: "written";
  readonly stem: RichText;
  readonly lines: number;
  /** What counts, with the most it can earn; empty where it is not shown. */
  readonly criteria: readonly { readonly id: string; readonly name: string; readonly points: number }[];
}

/** Characters of an answer. */
export const longestWritten = 5000;

const most = ({ levels }: Criterion) => Math.max(0, ...levels.map((level) => level.points));

/** The level chosen for each criterion, by their ids. */
export type Levels = Readonly<Record<string, string>>;

/**
 * Credit in [0, 1] of the levels that a person chose: their points over the most that can be earned; null while a
 * criterion has no level yet.
 */
export function creditOfLevels(content: Written, levels: Levels): number | null {
  const total = content.criteria.reduce((sum, criterion) => sum + most(criterion), 0);
  const earned = pointsOfLevels(content, levels);
  return total === 0 || earned === null ? null : Math.max(0, earned / total);
}

/** Points of the rubric that these levels earn, before they become a share of the question's; null while one is missing. */
export function pointsOfLevels(content: Written, levels: Levels): number | null {
  let earned = 0;
  for (const criterion of content.criteria) {
    const level = criterion.levels.find((one) => one.id === levels[criterion.id]);
    if (!level) return null;
    earned += level.points;
  }
  return earned;
}

export const written: Kind<"written", Written, WrittenAnswer, WrittenView> = {
  name: "written",
  markedBy: "person",

  blank: (newId) => ({
    kind: "written",
    schemaVersion: 1,
    stem: richTextOf(""),
    lines: 5,
    criteria: [
      {
        id: newId(),
        name: "",
        levels: [
          { id: newId(), points: 0, text: "" },
          { id: newId(), points: 1, text: "" },
        ],
      },
    ],
    showsCriteria: true,
  }),

  score: () => 0,
  chance: () => 0,
  rightAnswer: () => null,
  withKey: () => null,
  arrange: () => [],
  toStudentView: (content) => ({
    kind: "written",
    stem: content.stem,
    lines: content.lines,
    criteria: content.showsCriteria
      ? content.criteria.map((criterion) => ({ id: criterion.id, name: criterion.name, points: most(criterion) }))
      : [],
  }),
  summarise: (_, answers) => {
    const given = answers.filter((answer) => answer.text.trim() !== "").length;
    const line: AnswerCount = { id: "answered", text: "written", isKey: false, count: given };
    return withBlanks([line], answers.length - given);
  },
  rationales: () => [],
  faults: (content) => [...stemFaults(content), ...criteriaFaults(content)],
  keyWord: (content) =>
    content.criteria
      .map(({ id, levels }) => `${id}:${levels.map((level) => `${level.id}=${level.points}`).join(",")}`)
      .join("|"),
  texts: (content) => [content.stem, ...(content.modelAnswer ? [content.modelAnswer] : []), ...feedbackTexts(content)],
  mapTexts: (content, change) => ({
    ...mapFeedback(content, change),
    stem: change(content.stem),
    ...(content.modelAnswer && { modelAnswer: change(content.modelAnswer) }),
  }),
  withNewIds: (content, newId) => ({
    ...content,
    criteria: withNewIds(content.criteria, newId).map((one) => ({ ...one, levels: withNewIds(one.levels, newId) })),
  }),
  partWords: () => [],
  furtherWords: (content) => content.criteria.flatMap(({ name, levels }) => [name, ...levels.map((one) => one.text)]),
};

function criteriaFaults({ criteria }: Written): Fault[] {
  const path = ["criteria"];
  if (criteria.length === 0) return [{ path, code: "criteriaMissing" }];
  return criteria.flatMap(({ name, levels }, i): Fault[] => {
    if (name.trim() === "") return [{ path: ["criteria", i], code: "criterionNameless", terms: { n: i + 1 } }];
    if (levels.length < 2) return [{ path: ["criteria", i], code: "criterionFewLevels", terms: { text: name.trim() } }];
    if (Math.max(...levels.map((level) => level.points)) <= 0)
      return [{ path: ["criteria", i], code: "criterionNoPoints", terms: { text: name.trim() } }];
    return [];
  });
}

export const hasModelAnswer = ({ modelAnswer }: Written): boolean =>
  modelAnswer !== undefined && !isEmptyText(modelAnswer);
