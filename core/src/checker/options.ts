/** Rules about options: what gives the key away, and what cannot be told apart. From Haladyna, Downing and Rodriguez (2002). */

import { editDistance } from "../editDistance.ts";
import { foldedText } from "../foldedText.ts";
import type { Content } from "../items/kinds.ts";
import { readNumber } from "../items/numeric.ts";
import { feedbackTexts, type Option, type WithOptions } from "../items/options.ts";
import { isEmptyText, plainText } from "../richText.ts";
import type { Finding, Rule } from "./finding.ts";
import { named, wordsIn, wordsOf } from "./words.ts";

type Choosing = Extract<Content, { kind: "oneRightAnswer" | "severalRightAnswers" }>;

/** A rule for kinds with options that somebody wrote; it sees the options that are filled. */
const forOptions =
  (rule: (content: Choosing, filled: readonly Option[]) => readonly Finding[]): Rule =>
  (content) => {
    if (content.kind !== "oneRightAnswer" && content.kind !== "severalRightAnswers") return [];
    const filled = content.options.filter((option) => !isEmptyText(option.text));
    return filled.length < 2 ? [] : rule(content, filled);
  };

const withOptions = <C extends WithOptions>(content: C, change: (option: Option) => Option): C => ({
  ...content,
  options: content.options.map(change),
});

/** A key longer than every distractor by half, and by some words. */
export const keyLongest = forOptions((content, filled) => {
  if (content.kind !== "oneRightAnswer") return [];
  const length = (option: Option) => plainText(option.text).length;
  const key = filled.find((option) => option.isKey);
  const longest = Math.max(...filled.filter((option) => !option.isKey).map(length));
  if (!key || length(key) < 1.5 * longest || length(key) - longest < 15) return [];
  return [
    {
      rule: "keyLongest",
    },
  ];
});

/** Items in a row, this one included, that show a habit. */
const habit = 6;

/** Longer options are read, not told apart at a glance; comparing them letter by letter would take seconds. */
const longestCompared = 300;

/** The key where it stood in the author's last items, too. */
export const keyPlace: Rule = (content, { lastKeyPlaces = [] }) => {
  if (content.kind !== "oneRightAnswer") return [];
  const place = content.options.findIndex((option) => option.isKey);
  const before = lastKeyPlaces.slice(0, habit - 1);
  if (place < 0 || before.length < habit - 1 || before.some((one) => one !== place)) return [];
  const to = (place + 1 + (plainText(content.stem).length % (content.options.length - 1))) % content.options.length;
  const others = content.options.filter((option) => !option.isKey);
  const key = content.options[place];
  return key === undefined || others.length === 0
    ? []
    : [
        {
          rule: "keyPlace",
          terms: { n: place + 1, of: before.length, to: to + 1 },
          mend: {
            content: { ...content, options: [...others.slice(0, to), key, ...others.slice(to)] },
          },
        },
      ];
};

/** Two options that differ by a letter or by punctuation only. */
export const nearEqual = forOptions((_content, filled) => {
  const texts = filled.map((option) => foldedText(plainText(option.text)));
  for (let i = 0; i < texts.length; i++)
    for (let j = 0; j < i; j++) {
      const [one = "", other = ""] = [texts[j], texts[i]];
      const areNear = one !== "" && one.length > 3 && isNear(one, other);
      const [first, second] = [filled[j], filled[i]];
      if (areNear && first && second)
        return [
          {
            rule: "nearEqual",
            terms: { word: named(first.text, j), other: named(second.text, i) },
          },
        ];
    }
  return [];
});

function isNear(one: string, other: string): boolean {
  if (one === other) return true;
  if (Math.abs(one.length - other.length) > 1 || Math.max(one.length, other.length) > longestCompared) return false;
  return !/\d/.test(one + other) && editDistance(one, other) <= 1;
}

const absolute = /\b(always|never|all(?! (?:day|night|year|over|round|the same))|none|only|every|must|impossible)\b/i;

/** Words that are nearly always wrong, in distractors and not in the key. */
export const absoluteWords = forOptions((content, filled) => {
  const has = (option: Option) => absolute.test(plainText(option.text)) && !isAbove(option);
  if (filled.some((option) => option.isKey && has(option))) return [];
  const at = content.options.findIndex((option) => !option.isKey && has(option));
  const option = content.options[at];
  if (!option) return [];
  const word = absolute.exec(plainText(option.text))?.[0] ?? "";
  return [
    {
      rule: "absoluteWords",
      terms: { word, other: named(option.text, at) },
    },
  ];
});

/** A telling word of the stem that comes back in the key alone. */
export const echoOfStem = forOptions((content, filled) => {
  if (content.kind !== "oneRightAnswer") return [];
  const telling = new Set(wordsIn(content.stem).filter((word) => word.length >= 5));
  const echoes = (option: Option) => wordsIn(option.text).filter((word) => telling.has(word));
  const key = filled.find((option) => option.isKey);
  const elsewhere = new Set(filled.filter((option) => !option.isKey).flatMap(echoes));
  const [echo] = key ? echoes(key).filter((word) => !elsewhere.has(word)) : [];
  if (echo === undefined || elsewhere.size > 0) return [];
  return [
    {
      rule: "echoOfStem",
      terms: { word: echo },
    },
  ];
});

/** "… is called an" before options of which only some begin with a vowel. */
export const articleGivesAway = forOptions((content, filled) => {
  const article = /\b(a|an)\s*[…_.:]*\s*$/i.exec(plainText(content.stem))?.[1]?.toLowerCase();
  if (article === undefined) return [];
  const fits = (option: Option) => /^[aeiou]/i.test(plainText(option.text)) === (article === "an");
  if (filled.every(fits) || !filled.some(fits)) return [];
  return [
    {
      rule: "articleGivesAway",
      terms: { word: article },
    },
  ];
});

const above = /^(all|none|both|neither|any)\b.*\b(above|these|them|others?)\b/i;
const isAbove = (option: Option) => above.test(plainText(option.text));

/** "All of the above" that would mix with the others. */
export const aboveMixes = forOptions((content) => {
  const option = content.options.find((one) => isAbove(one) && one.staysPut !== true);
  if (!option) return [];
  const others = content.options.filter((one) => one !== option);
  return [
    {
      rule: "aboveMixes",
      terms: { word: named(option.text, content.options.indexOf(option)) },
      mend: {
        content: { ...content, options: [...others, { ...option, staysPut: true }] },
      },
    },
  ];
});

const place =
  /\b(?:option|answer|choice)s?\s+([A-H]|[1-9])\b|\b(?:first|second|third|fourth|last)\s+(?:option|answer|choice)\b|\b[A-H] (?:and|or) [A-H] (?:are|is)\b/i;

/** Words that name an option by its place while options mix. */
export const citesPlace = forOptions((content) => {
  const mixes = content.options.filter((option) => option.staysPut !== true).length > 1;
  const texts = [
    content.stem,
    ...content.options.flatMap((option) => [option.text, ...(option.rationale ? [option.rationale] : [])]),
    ...feedbackTexts(content),
  ];
  const found = mixes
    ? texts.map((text) => place.exec(plainText(text))?.[0]).find((one) => one !== undefined)
    : undefined;
  if (found === undefined) return [];
  return [
    {
      rule: "citesPlace",
      terms: { word: found },
      mend: {
        content: withOptions(content, (option) => ({ ...option, staysPut: true })),
      },
    },
  ];
});

/** Numbers that are not in order, or that would be mixed. */
export const naturalOrder = forOptions((content, filled) => {
  const valueOf = (option: Option) => {
    const number = /^([-+−–]?[\d.,\s]+)[^:\d]*$/.exec(plainText(option.text))?.[1];
    return number === undefined ? undefined : readNumber(number)[0];
  };
  const values = filled.map(valueOf);
  if (filled.length !== content.options.length || filled.length < 3 || values.includes(undefined)) return [];
  const sorted = [...content.options].sort((a, b) => (valueOf(a) ?? 0) - (valueOf(b) ?? 0));
  const isInOrder = [sorted, [...sorted].reverse()].some((order) =>
    order.every((option, i) => option === content.options[i]),
  );
  if (isInOrder && content.options.every((option) => option.staysPut === true)) return [];
  const ordered = isInOrder ? content.options : sorted;
  return [
    {
      rule: "naturalOrder",

      mend: {
        content: { ...content, options: ordered.map((option) => ({ ...option, staysPut: true })) },
      },
    },
  ];
});

/** Three or more words that every option begins with. */
export const repeatedBeginning = forOptions((_content, filled) => {
  const all = filled.map((option) => wordsOf(plainText(option.text)));
  const [first = []] = all;
  let shared = 0;
  while (shared < first.length && all.every((words) => words[shared] === first[shared])) shared += 1;
  if (shared < 3 || filled.length < 3) return [];
  return [
    {
      rule: "repeatedBeginning",
      terms: { word: first.slice(0, shared).join(" ") },
    },
  ];
});

/** Several right answers of which all are right. */
export const everythingRight = forOptions((content, filled) =>
  content.kind === "severalRightAnswers" && filled.length > 1 && filled.every((option) => option.isKey)
    ? [
        {
          rule: "everythingRight",
        },
      ]
    : [],
);
