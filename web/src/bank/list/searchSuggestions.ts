/** What may stand where the search is being typed: names of filters, and values for the one that was begun. */
import {
  asTerm,
  measuredFilters,
  namedFilters,
  type MeasuredFilter,
  type NamedFilter,
} from "@verdant/core/bank/searchNotation";
import { foldedText } from "@verdant/core/foldedText";

export interface Suggestion {
  /** The whole of the search once it is taken. */
  readonly text: string;
  /** What it puts in. */
  readonly term: string;
  readonly about: string;
}

export type KnownValues = Partial<Record<NamedFilter, readonly string[]>>;

const filterWords: Record<NamedFilter | MeasuredFilter, string> = {
  topic: "on a topic or what lies under it",
  standard: "with a standard, by its code",
  kind: "of a kind",
  demand: "recall, apply or reason",
  status: "draft, in review, approved or retired",
  use: "practice or reserved",
  by: "belonging to a colleague, or me",
  tag: "with a tag",
  language: "in a language",
  lacks: "without a topic, standard or explanation",
  given: "that a colleague gave; or others",
  new: "never given in a class",
  waits: "that wait for me",
  right: "percent right, as in right<40",
  agrees: "agreement with the rest, as in agrees<0.1",
  used: "how often it was given, as in used=0",
  seen: "how many students saw it, as in seen>100",
  last: "day it was last given, as in last<2026-09-01",
};

const most = 8;

/** Suggestions for the last term of `text`; none while plain words that begin no filter are typed. */
export function suggestionsFor(text: string, known: KnownValues): Suggestion[] {
  const begun = /(^|\s)([a-z]*)(:("?)([^"]*))?$/iu.exec(text);
  if (!begun) return [];
  const [, , name = "", colon, , value = ""] = begun;
  const before = text.slice(0, begun.index + (begun[1]?.length ?? 0));
  const named = namedFilters.find((one) => one === name.toLowerCase());
  if (colon === undefined) {
    if (name === "") return [];
    return [...namedFilters, ...measuredFilters]
      .filter((one) => one.startsWith(name.toLowerCase()))
      .map((one) => {
        const term = namedFilters.some((filter) => filter === one) ? `${one}:` : `${one}<`;
        return { text: before + term, term, about: filterWords[one] };
      });
  }
  if (!named) return [];
  const wanted = foldedText(value);
  const all = known[named] ?? [];
  const starting = all.filter((one) => foldedText(one).startsWith(wanted));
  const holding = all.filter((one) => !starting.includes(one) && foldedText(one).includes(wanted));
  return [...starting, ...holding].slice(0, most).map((one) => {
    const term = asTerm(named, one);
    return { text: `${before}${term} `, term, about: filterWords[named] };
  });
}
