/** Rules about how an item is put, whatever its kind. */

import { hasModelAnswer } from "../items/written.ts";
import { kindOf } from "../items/kinds.ts";
import { headline, imagesOf, recordingsOf, plainText, type Inline, type RichText } from "../richText.ts";
import type { Content } from "../items/kinds.ts";
import type { Context, Finding, Rule } from "./finding.ts";
import { askedIn, itemLikeness, veryLike as veryLikeFrom } from "./likeness.ts";
import { negations, readingGrade, wordsIn, wordsOf } from "./words.ts";

/** Words that turn a question round; not a mere contrast ("climate, not weather"), nor "the least" of a quantity. */
const turning = /(?<!, )\bnot\b|\bexcept\b|\bnever\b|\bleast(?= (?:likely|true|important|suited|useful))/i;

/** A question turned round by a word that is easily read over. */
export const negationUnmarked: Rule = (content) => {
  const runs = content.stem.content.flatMap((block) => (block.type === "paragraph" ? block.content : []));
  const isMarked = (run: Inline) =>
    run.type === "text" && run.marks?.includes("bold") === true && turning.test(run.text);
  const [asked = ""] = /[^.”"]*$/.exec(headline(content.stem)) ?? [];
  const word = turning.exec(asked)?.[0];
  const asks = /\b(which|what|who|where)\b/i.test(asked);
  if (word === undefined || !asks || word === word.toUpperCase() || runs.some(isMarked)) return [];
  return [
    {
      rule: "negationUnmarked",
      terms: { word },
      mend: { content: { ...content, stem: boldened(content.stem, turning) } },
    },
  ];
};

/** The first match of `pattern` in bold. */
function boldened(text: RichText, pattern: RegExp): RichText {
  let isDone = false;
  const split = (run: Inline): Inline[] => {
    const match = !isDone && run.type === "text" ? pattern.exec(run.text) : null;
    if (!match || run.type !== "text") return [run];
    isDone = true;
    const piece = (words: string, isBold: boolean): Inline[] =>
      words === "" ? [] : [{ ...run, text: words, ...(isBold && { marks: [...(run.marks ?? []), "bold" as const] }) }];
    return [
      ...piece(run.text.slice(0, match.index), false),
      ...piece(match[0], true),
      ...piece(run.text.slice(match.index + match[0].length), false),
    ];
  };
  return {
    ...text,
    content: text.content.map((block) =>
      block.type === "paragraph" ? { ...block, content: block.content.flatMap(split) } : block,
    ),
  };
}

/** A negative question with a negative option. */
export const doubleNegation: Rule = (content) => {
  if (!("options" in content) || !turning.test(headline(content.stem))) return [];
  const at = content.options.findIndex((option) => wordsIn(option.text).some((word) => negations.has(word)));
  return at < 0
    ? []
    : [
        {
          rule: "doubleNegation",
          terms: { n: at + 1 },
        },
      ];
};

const hardGrade = 11;

export const hardToRead: Rule = (content) => {
  const text = headline(content.stem);
  const grade = readingGrade(text);
  return wordsOf(text).length < 12 || grade <= hardGrade
    ? []
    : [
        {
          rule: "hardToRead",
          terms: { n: Math.round(grade + 5) },
        },
      ];
};

/** A key stands for a question on paper, whose explanation stands there too; of a view there is nothing to explain. */
export const explanationMissing: Rule = (content) =>
  content.kind === "keyOnly" ||
  content.kind === "opinion" ||
  (content.kind === "written" && hasModelAnswer(content)) ||
  (content.explanation !== undefined && plainText(content.explanation) !== "")
    ? []
    : [
        {
          rule: "explanationMissing",
        },
      ];

export const reasonsMissing: Rule = (content) => {
  if (!("options" in content)) return [];
  const wrong = content.options.filter((option) => !option.isKey && plainText(option.text) !== "");
  const without = wrong.filter((option) => option.rationale === undefined || plainText(option.rationale) === "");
  return without.length === 0
    ? []
    : [
        {
          rule: "reasonsMissing",
          terms: { n: without.length, of: wrong.length },
        },
      ];
};

const measured =
  /\b(how (far|long|high|deep|wide|tall|heavy|fast|hot|cold)|distance|height|depth|area|temperature|rainfall|speed|income)\b/i;

export const unitMissing: Rule = (content) =>
  content.kind === "numeric" && content.unit.trim() === "" && measured.test(plainText(content.stem))
    ? [
        {
          rule: "unitMissing",
        },
      ]
    : [];

export const creditMissing: Rule = (content) => {
  const shown = kindOf(content)
    .texts(content)
    .flatMap((text) => [...imagesOf(text), ...recordingsOf(text)]);
  return shown.every((one) => one.credit.trim() !== "")
    ? []
    : [
        {
          rule: "creditMissing",
        },
      ];
};

const sameWords = (a: readonly string[], b: readonly string[]) => a.join(" ") === b.join(" ");

/** A variant whose question changed while its key did not. */
export const variantKeepsKey: Rule = (content, { original }): Finding[] => {
  if (!original || original.kind !== content.kind) return [];
  const [now, before] = [wordsIn(content.stem), wordsIn(original.stem)];
  const isSame = kindOf(content).keyWord(content) === kindOf(original).keyWord(original);
  return isSame && !sameWords(now, before) && isSwap(now, before)
    ? [
        {
          rule: "variantKeepsKey",
        },
      ]
    : [];
};

/** As many words, some of them others. */
const isSwap = (now: readonly string[], before: readonly string[]) =>
  now.length === before.length && now.filter((word, i) => word !== before[i]).length <= 3;

/** A variant that only adds a negation. */
export const variantAddsNot: Rule = (content, { original }) => {
  if (!original) return [];
  const without = wordsIn(content.stem).filter((word) => !negations.has(word));
  const before = wordsIn(original.stem);
  const added = wordsIn(content.stem).length - before.filter((word) => !negations.has(word)).length;
  return added > 0 && !before.some((word) => negations.has(word)) && sameWords(without, before)
    ? [
        {
          rule: "variantAddsNot",
        },
      ]
    : [];
};

const isVeryLike = (content: Content, { nearest }: Context) =>
  nearest !== undefined && itemLikeness(askedIn(content), askedIn(nearest.content)) >= veryLikeFrom;

const givesAway = ({ nearest, use }: Context) => nearest?.use === "reserved" && use !== "reserved";

/** The same question in nearly the same words, in another family. */
export const veryLike: Rule = (content, context) =>
  context.nearest && isVeryLike(content, context) && !givesAway(context)
    ? [
        {
          rule: "veryLike",
          terms: { n: context.nearest.number, word: headline(context.nearest.content.stem) },
        },
      ]
    : [];

/** A practice item, which is shown after a sitting, that asks what an item kept for tests asks. */
export const reservedShown: Rule = (content, context) =>
  context.nearest && isVeryLike(content, context) && givesAway(context)
    ? [
        {
          rule: "reservedShown",
          terms: { n: context.nearest.number },
        },
      ]
    : [];
