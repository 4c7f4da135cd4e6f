/** Every string of the students' pages goes through `t`, with the English sentence as its key. */
import i18next from "i18next";

void i18next.init({
  lng: "en-GB",
  fallbackLng: "en-GB",
  keySeparator: false,
  nsSeparator: false,
  interpolation: { escapeValue: false },
  resources: {
    "en-GB": {
      translation: {
        "{{count}} questions_one": "{{count}} question",
        "{{count}} questions_other": "{{count}} questions",
        "{{count}} answers wait on this device_one": "{{count}} answer waits on this device",
        "{{count}} answers wait on this device_other": "{{count}} answers wait on this device",
        "{{count}} answers on this device_one": "{{count}} answer on this device",
        "{{count}} answers on this device_other": "{{count}} answers on this device",
        "{{count}} seconds left_one": "{{count}} second left",
        "{{count}} seconds left_other": "{{count}} seconds left",
        "{{count}} answers came after the time and do not count._one":
          "{{count}} answer came after the time and does not count.",
        "{{count}} answers came after the time and do not count._other":
          "{{count}} answers came after the time and do not count.",
        "{{count}} questions are still open_one": "{{count}} question is still open",
        "{{count}} questions are still open_other": "{{count}} questions are still open",
      },
    },
  },
});

export const t = (sentence: string, values?: Record<string, string | number>): string =>
  i18next.t(sentence, values ?? {});

const time = new Intl.DateTimeFormat(i18next.language, {
  weekday: "short",
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
});
const day = new Intl.DateTimeFormat(i18next.language, { weekday: "long", day: "numeric", month: "long" });
const number = new Intl.NumberFormat(i18next.language, { maximumFractionDigits: 2 });

export const timeOf = (at: string) => time.format(new Date(at));
export const shownDay = (at: string) => day.format(new Date(at));
export const numberOf = (value: number) => number.format(value);
