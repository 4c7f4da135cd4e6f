/** What may stand where the search is being typed: names of filters, and values for the one that was begun. */
import {
  asTerm,
  measuredFilters,
  namedFilters,
  type MeasuredFilter,
  type NamedFilter,
} from "@verdant/core/bank/searchNotation";
import { foldedText } from "@verdant/core/foldedText";
import { t } from "../../platform/words.ts";

export interface Suggestion {
  /** The whole of the search once it is taken. */
  readonly text: string;
  /** What it puts in. */
  readonly term: string;
  readonly about: string;
}

export type KnownValues = Partial<Record<NamedFilter, readonly string[]>>;

const filterWords: Record<NamedFilter | MeasuredFilter, string> = {
  topic: t("on a topic or its parts"),
  standard: t("with a standard, by its code"),
  kind: t("of a kind"),
  demand: t("recall, apply or reason"),
  status: t("draft, being checked, approved or retired"),
  use: t("practice or reserved"),
  by: t("belonging to a colleague, or me"),
  tag: t("with a tag"),
  language: t("in a language"),
  lacks: t("without a topic, standard or explanation"),
  given: t("that a colleague used; or others"),
  new: t("never used in a class"),
  waits: t("that wait for me"),
  right: t("percent right, as in right<40"),
  agrees: t("agreement with the rest, as in agrees<0.1"),
  used: t("how often it was used, as in used=0"),
  seen: t("how many students saw it, as in seen>100"),
  last: t("day it was last used, as in last<2026-09-01"),
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
