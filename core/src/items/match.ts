/** The kind "match": things on the left, each to be given its answer from one list; several may share an answer. */

import { foldedText } from "../foldedText.ts";
import { shuffled } from "../random.ts";
import { isEmptyText, plainText, richTextOf, type RichText } from "../richText.ts";
import type { AnswerCount, Fault, Feedback, Kind } from "./kind.ts";
import { feedbackTexts, mapFeedback, stemFaults, withBlanks } from "./options.ts";
import type { scorings } from "./severalRightAnswers.ts";

export interface Pair {
  /** Random; of the left side. */
  readonly id: string;
  readonly left: RichText;
  /** Which of the answers is right; two pairs that share an answer name the same. */
  readonly rightId: string;
  /** What whoever gets this pair wrong should read. */
  readonly rationale?: RichText | undefined;
}

/** One of the list that is chosen from; plain words, since a list of choices holds no formatting. */
export interface MatchAnswerOption {
  readonly id: string;
  readonly text: string;
}

export interface Match extends Feedback {
  readonly kind: "match";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  /** "all": credit for every pair right; "partial": a share for each. */
  readonly scoring: (typeof scorings)[number];
  readonly pairs: readonly Pair[];
  /** Every answer to choose from, also those that fit nothing. */
  readonly rights: readonly MatchAnswerOption[];
}

export interface MatchAnswer {
  readonly kind: "match";
  /** What was chosen, by the id of the left side; what is missing was left open. */
  readonly chosen: readonly { readonly pairId: string; readonly rightId: string }[];
}

export interface MatchView {
  readonly kind: "match";
  readonly stem: RichText;
  readonly lefts: readonly { readonly id: string; readonly text: RichText }[];
  readonly rights: readonly MatchAnswerOption[];
}

const chosenFor = (answer: MatchAnswer, pairId: string) => answer.chosen.find((one) => one.pairId === pairId)?.rightId;

export const match: Kind<"match", Match, MatchAnswer, MatchView> = {
  name: "match",

  blank: (newId) => {
    const rights = [newId(), newId(), newId()].map((id) => ({ id, text: "" }));
    return {
      kind: "match",
      schemaVersion: 1,
      stem: richTextOf(""),
      scoring: "partial",
      pairs: rights.map(({ id }) => ({ id: newId(), left: richTextOf(""), rightId: id })),
      rights,
    };
  },

  score: (content, answer) => {
    const right = content.pairs.filter((pair) => chosenFor(answer, pair.id) === pair.rightId).length;
    if (content.pairs.length === 0) return 0;
    return content.scoring === "all" ? Number(right === content.pairs.length) : right / content.pairs.length;
  },
  chance: (content) => 1 / Math.max(2, content.rights.length) ** Math.max(1, content.pairs.length),
  rightAnswer: (content) =>
    content.pairs.length === 0
      ? null
      : { kind: "match", chosen: content.pairs.map(({ id, rightId }) => ({ pairId: id, rightId })) },
  withKey: (content, answer) => {
    const pairs = content.pairs.map((pair) => ({ ...pair, rightId: chosenFor(answer, pair.id) ?? "" }));
    return pairs.some((pair) => pair.rightId === "") ? null : { ...content, pairs };
  },
  // The left side stays as written; the list on the right is what mixes. As written it would be the key.
  arrange: (content, next) => {
    const ids = content.rights.map((one) => one.id);
    return next === null ? [...content.rights].sort(byText).map((one) => one.id) : shuffled(ids, next);
  },
  toStudentView: (content, order) => ({
    kind: "match",
    stem: content.stem,
    lefts: content.pairs.map(({ id, left }) => ({ id, text: left })),
    rights: order.flatMap((id) => {
      const right = content.rights.find((one) => one.id === id);
      return right ? [{ id, text: right.text }] : [];
    }),
  }),
  summarise: (content, answers) => {
    const lines = content.pairs.flatMap((pair) => {
      const countOf = (rightId: string) => answers.filter((answer) => chosenFor(answer, pair.id) === rightId).length;
      return content.rights.flatMap(({ id, text }): AnswerCount[] => {
        const [isKey, count] = [id === pair.rightId, countOf(id)];
        const line = { id: `${pair.id} ${id}`, text: `${plainText(pair.left)} → ${text}`, isKey, count };
        return isKey || count > 0 ? [line] : [];
      });
    });
    return withBlanks(lines, answers.filter((answer) => answer.chosen.length === 0).length);
  },
  rationales: (content, answer) =>
    content.pairs.flatMap((pair) => {
      const chosen = chosenFor(answer, pair.id);
      return chosen !== undefined && chosen !== pair.rightId && pair.rationale ? [pair.rationale] : [];
    }),
  faults: (content) => [...stemFaults(content), ...pairFaults(content)],
  keyWord: (content) =>
    [content.scoring, ...content.pairs.map(({ id, rightId }) => `${id}=${rightId}`).sort()].join(" "),
  texts: (content) => [
    content.stem,
    ...content.pairs.map((pair) => pair.left),
    ...content.pairs.flatMap((pair) => pair.rationale ?? []),
    ...feedbackTexts(content),
  ],
  mapTexts: (content, change) => ({
    ...mapFeedback(content, change),
    stem: change(content.stem),
    pairs: content.pairs.map((pair) => ({
      ...pair,
      left: change(pair.left),
      ...(pair.rationale && { rationale: change(pair.rationale) }),
    })),
  }),
  withNewIds: withNewPairIds,
  partWords: (content) => [
    ...content.pairs.map((pair) => plainText(pair.left)),
    ...content.rights.map((right) => right.text),
  ],
  furtherWords: (content) => content.rights.map((one) => one.text),
};

const byText = (a: MatchAnswerOption, b: MatchAnswerOption) => (a.text < b.text ? -1 : a.text > b.text ? 1 : 0);

function pairFaults({ pairs, rights }: Match): Fault[] {
  const faults: Fault[] = [];
  if (pairs.length < 2) faults.push({ path: ["pairs"], code: "pairsFew" });
  const lefts = new Set<string>();
  pairs.forEach((pair, i) => {
    const text = foldedText(plainText(pair.left));
    if (isEmptyText(pair.left)) faults.push({ path: ["pairs", i, "left"], code: "pairLeftEmpty", terms: { n: i + 1 } });
    else if (text !== "" && lefts.has(text))
      faults.push({ path: ["pairs", i, "left"], code: "pairLeftRepeated", terms: { n: i + 1 } });
    lefts.add(text);
    const right = rights.find((one) => one.id === pair.rightId);
    if (!right || right.text.trim() === "")
      faults.push({ path: ["pairs", i, "rightId"], code: "pairOpen", terms: { n: i + 1 } });
  });
  const filled = rights.map((one) => foldedText(one.text)).filter((text) => text !== "");
  if (new Set(filled).size < filled.length) faults.push({ path: ["rights"], code: "answersSame" });
  if (new Set(filled).size < 2) faults.push({ path: ["rights"], code: "answersFew" });
  return faults;
}

/** New ids on both sides, the pairs kept together. */
function withNewPairIds(content: Match, newId: () => string): Match {
  const ids = new Map(content.rights.map(({ id }) => [id, newId()]));
  const renewed = (id: string) => ids.get(id) ?? id;
  return {
    ...content,
    rights: content.rights.map((right) => ({ ...right, id: renewed(right.id) })),
    pairs: content.pairs.map((pair) => ({ ...pair, id: newId(), rightId: renewed(pair.rightId) })),
  };
}
