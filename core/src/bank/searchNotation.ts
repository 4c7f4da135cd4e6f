/** What is typed into the search of the bank: words, exact phrases, and filters such as `topic:rivers` or `right<40`. */

/** Filters that name things; several names after commas mean any of them. */
export const namedFilters = [
  "topic",
  "standard",
  "kind",
  "demand",
  "status",
  "use",
  "by",
  "tag",
  "language",
  "lacks",
  "given",
  "new",
  "waits",
] as const;
/** Filters that compare: the share right in percent, agreement with the rest, releases, students, the last day. */
export const measuredFilters = ["right", "agrees", "used", "seen", "last"] as const;

export type NamedFilter = (typeof namedFilters)[number];
export type MeasuredFilter = (typeof measuredFilters)[number];
export type Comparison = "<" | ">" | "=";

export type SearchFilter = { readonly typed: string } & (
  | { readonly name: NamedFilter; readonly values: readonly string[] }
  | { readonly name: MeasuredFilter; readonly comparison: Comparison; readonly value: number | string }
);

export interface Search {
  /** Plain words, in the order in which they were typed. */
  readonly words: string;
  /** Texts that must stand exactly so, word by word. */
  readonly phrases: readonly string[];
  readonly filters: readonly SearchFilter[];
  /** Terms that look like a filter and cannot be used, with the reason. */
  readonly unclear: readonly { readonly typed: string; readonly why: "dayUnclear" | "numberUnclear" }[];
}

/** A term: `name:value`, `name<value`, a phrase, or a word; values may stand in quotes. */
const term = /([a-z]+)([:<>=])("[^"]*"?|[^\s"]*)|"([^"]*)"?|[^\s"]+/giu;

/**
 * Words, phrases and filters of what was typed, in linear time.
 *
 * A name that is no filter is a word like any other (`1:25000`, `note:`); a filter whose value is still to be typed is
 * left out without a word about it.
 *
 * @example readSearch('spit topic:coasts right<40').filters.length // 2
 */
export function readSearch(text: string): Search {
  const words: string[] = [];
  const phrases: string[] = [];
  const filters: SearchFilter[] = [];
  const unclear: { typed: string; why: "dayUnclear" | "numberUnclear" }[] = [];
  for (const [typed, name, sign, value, phrase] of text.matchAll(term)) {
    if (phrase !== undefined) {
      if (phrase.trim() !== "") phrases.push(phrase.trim());
      continue;
    }
    const lower = name?.toLowerCase();
    const plain = (value ?? "").replaceAll('"', "").trim();
    const named = namedFilters.find((one) => one === lower);
    const measured = measuredFilters.find((one) => one === lower);
    if (named && sign === ":") {
      const values = plain.split(",").flatMap((one) => one.trim() || []);
      if (values.length > 0) filters.push({ typed, name: named, values });
    } else if (measured && sign !== undefined) {
      if (plain === "") continue;
      const read = measured === "last" ? readDay(plain) : readNumber(plain);
      if (read === null)
        unclear.push({
          typed,
          why: measured === "last" ? "dayUnclear" : "numberUnclear",
        });
      else filters.push({ typed, name: measured, comparison: sign === ":" ? "=" : (sign as Comparison), value: read });
    } else words.push(typed);
  }
  return { words: words.join(" "), phrases, filters, unclear };
}

const readNumber = (text: string): number | null => {
  const plain = text.replace(",", ".").replace("%", "");
  return /^-?\d{1,9}(\.\d{1,6})?$/.test(plain) ? Number(plain) : null;
};

const readDay = (text: string): string | null => (/^\d{4}-(0\d|1[0-2])-([0-2]\d|3[01])$/.test(text) ? text : null);

/** `text` without the term `typed`, its first place only. */
export function withoutTerm(text: string, typed: string): string {
  const at = text.indexOf(typed);
  if (at < 0) return text;
  return `${text.slice(0, at).trimEnd()} ${text.slice(at + typed.length).trimStart()}`.trim();
}

/** A value as it is written after a colon: in quotes where it holds a space. */
export const asTerm = (name: NamedFilter, value: string): string =>
  `${name}:${/[\s,]/.test(value) ? `"${value.replaceAll(/[",]/g, " ").trim()}"` : value}`;

/** Whether a measured value passes; what was never measured passes nothing. */
export function passesMeasure(value: number | string | null, comparison: Comparison, limit: number | string): boolean {
  if (value === null) return false;
  if (comparison === "<") return value < limit;
  if (comparison === ">") return value > limit;
  return value === limit;
}
