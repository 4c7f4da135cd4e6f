/** Every string that a person reads goes through `t`, with the English sentence as its key (docs/decisions/0024). */
import i18next from "i18next";
import { singulars } from "./enGB.ts";

void i18next.init({
  lng: "en-GB",
  fallbackLng: "en-GB",
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false },
  resources: {
    "en-GB": {
      translation: Object.fromEntries(
        Object.entries(singulars).flatMap(([several, one]) => [
          [`${several}_one`, one],
          [`${several}_other`, several],
        ]),
      ),
    },
  },
});

/** The names in `{{braces}}` of a sentence. */
type Holes<S extends string> = S extends `${string}{{${infer Hole}}}${infer Rest}` ? Hole | Holes<Rest> : never;
type Values<S extends string> = [Holes<S>] extends [never] ? [] : [values: Readonly<Record<Holes<S>, string | number>>];

/** The sentence in the reader's language, with the values put into it; `count` chooses its plural. */
export const t = <const S extends string>(sentence: S, ...[values]: Values<S>): string =>
  i18next.t<string, Record<string, unknown>, string>(sentence, values ?? {});

export const { language } = i18next;

const time = new Intl.DateTimeFormat(language, {
  weekday: "short",
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
});
const day = new Intl.DateTimeFormat(language, { weekday: "long", day: "numeric", month: "long" });
const number = new Intl.NumberFormat(language, { maximumFractionDigits: 2 });
const list = new Intl.ListFormat(language, { type: "conjunction" });

export const timeOf = (at: string) => time.format(new Date(at));
export const shownDay = (at: string) => day.format(new Date(at));
export const numberOf = (value: number) => number.format(value);
/** To one decimal: 5.24 as "5.2". */
export const tenthOf = (value: number) => numberOf(Math.round(value * 10) / 10);
/** "Rivers, Coasts and Weather" */
export const inAList = (names: readonly string[]) => list.format(names);
