/** In a thread: what the answers to items say against them. */
import type { Doubt } from "@verdant/contract/doubts";
import { doubtsOf, type Doubt as Found } from "@verdant/core/insight/doubts";
import { kindOf, markerOf, type Content, type KindName } from "@verdant/core/items/kinds";
import type { AnsweredItem, DoubtInput } from "./tasks.ts";

/** Of the other kinds one answer has several parts, and the parts are no options that one could replace. */
const hasOptions: readonly KindName[] = ["oneRightAnswer", "severalRightAnswers", "optionSet", "shortText", "numeric"];
const hasOneKey: readonly KindName[] = ["oneRightAnswer", "optionSet"];

export const doubtTask = ({ items, usual }: DoubtInput): Doubt[][] => items.map((item) => ofItem(item, usual));

function ofItem({ content, answers, lookAlikes }: AnsweredItem, usual: number): Doubt[] {
  if (markerOf(content) !== "machine") return [];
  const counts = hasOptions.includes(content.kind) ? optionsOf(content, answers) : [];
  const places = new Map(counts.map(({ id }, place) => [id, place]));
  const found = doubtsOf({
    options: counts,
    hasOneKey: hasOneKey.includes(content.kind),
    chosen: answers.map(({ answer }) => chosenBy(content, answer).flatMap((id) => places.get(id) ?? [])),
    credit: answers.map(({ credit }) => credit),
    ability: answers.map(({ ability }) => ability),
    usual,
    lookAlikes,
  });
  return found.map((doubt) => inWordsOf(doubt, (place) => counts[place]?.text ?? ""));
}

/** The options, chosen or not; of what is typed, what was typed. A blank is no option. */
const optionsOf = (content: Content, answers: AnsweredItem["answers"]) =>
  kindOf(content)
    .summarise(
      content,
      answers.flatMap(({ answer }) => answer ?? []),
    )
    .filter(({ id }) => id !== null);

const chosenBy = (content: Content, answer: AnsweredItem["answers"][number]["answer"]) =>
  answer === null
    ? []
    : kindOf(content)
        .summarise(content, [answer])
        .filter(({ count }) => count > 0)
        .map(({ id }) => id);

function inWordsOf(doubt: Found, textAt: (place: number) => string): Doubt {
  if (!("place" in doubt)) return doubt;
  const { place, ...rest } = doubt;
  return { ...rest, answer: textAt(place) };
}
