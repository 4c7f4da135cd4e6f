/** The kind "order": things to be put in their right order. */

import { foldedText } from "../foldedText.ts";
import { shuffled } from "../random.ts";
import { isEmptyText, plainText, richTextOf, type RichText } from "../richText.ts";
import type { AnswerCount, Fault, Feedback, Kind } from "./kind.ts";
import {
  feedbackTexts,
  mapFeedback,
  stemFaults,
  viewOptions,
  withBlanks,
  withNewIds,
  type OptionView,
} from "./options.ts";
import type { scorings } from "./severalRightAnswers.ts";

export interface Order extends Feedback {
  readonly kind: "order";
  readonly schemaVersion: 1;
  readonly stem: RichText;
  /** "all": credit for exactly the right order; "partial": by how many pairs stand the right way round. */
  readonly scoring: (typeof scorings)[number];
  /** In the right order. Ids are random. */
  readonly steps: readonly OptionView[];
  /** What the two ends mean ("nearest the source", "smallest"); empty where the question says it. */
  readonly first: string;
  readonly last: string;
}

export interface OrderAnswer {
  readonly kind: "order";
  /** Ids as the student put them; empty while nothing was moved. */
  readonly order: readonly string[];
}

export interface OrderView {
  readonly kind: "order";
  readonly stem: RichText;
  readonly steps: readonly OptionView[];
  readonly first: string;
  readonly last: string;
}

export const order: Kind<"order", Order, OrderAnswer, OrderView> = {
  name: "order",

  blank: (newId) => ({
    kind: "order",
    schemaVersion: 1,
    stem: richTextOf(""),
    scoring: "partial",
    steps: [newId(), newId(), newId()].map((id) => ({ id, text: richTextOf("") })),
    first: "",
    last: "",
  }),

  score: (content, answer) => {
    const credit = concordance(
      content.steps.map((step) => step.id),
      answer.order,
    );
    return content.scoring === "all" ? Number(credit === 1) : credit;
  },
  chance: (content) => 1 / content.steps.reduce((product, _, i) => product * (i + 1), 1),
  rightAnswer: (content) =>
    content.steps.length < 2 ? null : { kind: "order", order: content.steps.map((step) => step.id) },
  withKey: (content, answer) => {
    const steps = viewOptions(content.steps, answer.order);
    return steps.length === content.steps.length && new Set(answer.order).size === steps.length
      ? { ...content, steps }
      : null;
  },
  // Never in the right order: whoever moves nothing has answered nothing.
  arrange: (content, next) => {
    const ids = content.steps.map((step) => step.id);
    const mixed = next === null ? byWords(content) : shuffled(ids, next);
    // Of two things one order is left besides the right one: never to show the right one would give it away.
    return ids.length > 2 && String(mixed) === String(ids) ? [...ids.slice(1), ...ids.slice(0, 1)] : mixed;
  },
  toStudentView: (content, arranged) => ({
    kind: "order",
    stem: content.stem,
    steps: viewOptions(content.steps, arranged),
    first: content.first,
    last: content.last,
  }),
  summarise: (content, answers) => {
    const given = answers.filter((answer) => answer.order.length > 0);
    const lines = content.steps.flatMap((step, place) =>
      content.steps.flatMap((_, at): AnswerCount[] => {
        const count = given.filter((answer) => answer.order[at] === step.id).length;
        const isKey = at === place;
        const line = { id: `${step.id} ${at + 1}`, text: `${plainText(step.text)} → ${at + 1}`, isKey, count };
        return isKey || count > 0 ? [line] : [];
      }),
    );
    return withBlanks(lines, answers.length - given.length);
  },
  rationales: () => [],
  faults: (content) => [...stemFaults(content), ...stepFaults(content)],
  keyWord: (content) => [content.scoring, ...content.steps.map((step) => step.id)].join(" "),
  texts: (content) => [content.stem, ...content.steps.map((step) => step.text), ...feedbackTexts(content)],
  mapTexts: (content, change) => ({
    ...mapFeedback(content, change),
    stem: change(content.stem),
    steps: content.steps.map((step) => ({ ...step, text: change(step.text) })),
  }),
  withNewIds: (content, newId) => ({ ...content, steps: withNewIds(content.steps, newId) }),
  partWords: (content) => content.steps.map((step) => plainText(step.text)),
  furtherWords: (content) => [content.first, content.last],
};

const byWords = ({ steps }: Order) =>
  [...steps].sort((a, b) => (plainText(a.text) < plainText(b.text) ? -1 : 1)).map((step) => step.id);

/**
 * How far `given` agrees with `right`: pairs in the right order less pairs in the wrong one, as a share of all pairs;
 * at least 0. An order that is turned round or mixed at random earns nothing to speak of.
 *
 * @param right ids, all different
 * @param given ids; anything but the same ids, each once, earns 0
 * @see Kendall (1938), A new measure of rank correlation
 */
function concordance(right: readonly string[], given: readonly string[]): number {
  const places = right.map((id) => given.indexOf(id));
  if (right.length < 2 || given.length !== right.length || places.includes(-1)) return 0;
  let balance = 0;
  for (let i = 0; i < places.length; i++) {
    for (let j = i + 1; j < places.length; j++) balance += (places[i] ?? 0) < (places[j] ?? 0) ? 1 : -1;
  }
  return Math.max(0, balance / ((right.length * (right.length - 1)) / 2));
}

function stepFaults({ steps }: Order): Fault[] {
  const faults: Fault[] = [];
  if (steps.length < 3) faults.push({ path: ["steps"], code: "stepsFew" });
  const seen = new Set<string>();
  steps.forEach((step, i) => {
    const words = foldedText(plainText(step.text));
    const path = ["steps", i, "text"];
    if (isEmptyText(step.text)) faults.push({ path, code: "stepEmpty", terms: { n: i + 1 } });
    else if (words !== "" && seen.has(words)) faults.push({ path, code: "stepRepeated", terms: { n: i + 1 } });
    seen.add(words);
  });
  return faults;
}
