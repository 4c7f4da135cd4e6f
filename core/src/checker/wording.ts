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
      text: `“${word}” turns the question round and is easily read over.`,
      reason: "Make it stand out, or better ask for what is true.",
      mend: { label: `Make “${word}” bold`, content: { ...content, stem: boldened(content.stem, turning) } },
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
          text: `The question is negative, and so is option ${at + 1}.`,
          reason: "Two negations test reading, not the subject.",
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
          text: `The question reads like a text for ${Math.round(grade + 5)} year olds.`,
          reason: "Long sentences and long words test reading. Split the sentence, or use shorter words.",
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
          text: "There is no explanation.",
          reason: "Whoever gets it wrong learns most from two lines on why.",
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
          text:
            without.length === wrong.length
              ? "No wrong answer says why it is wrong."
              : `${without.length} of ${wrong.length} wrong answers do not say why they are wrong.`,
          reason: "The reason for just the answer that was chosen helps more than the general explanation.",
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
          text: "A quantity is asked for, but no unit stands beside the field.",
          reason: "Without it a right number may be meant in another unit.",
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
          text: "A picture or recording does not say who made it and under which licence.",
          reason: "Without that the department may not pass it on.",
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
          text: "A word of the question was swapped, and the key is still the original's.",
          reason: "The commonest mistake in a look-alike is a key that no longer fits.",
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
          text: "This variant only adds a negation.",
          reason: "That is a trap, not another question. Swap the term that is asked about instead.",
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
          text: `It is very like item ${context.nearest.number}: “${headline(context.nearest.content.stem)}”.`,
          reason:
            "Two of the same would meet in one quiz. Variants of one another never do: make it a variant of that item.",
        },
      ]
    : [];

/** A practice item, which is shown after a sitting, that asks what an item kept for tests asks. */
export const reservedShown: Rule = (content, context) =>
  context.nearest && isVeryLike(content, context) && givesAway(context)
    ? [
        {
          rule: "reservedShown",
          text: `It asks nearly what item ${context.nearest.number} asks, which is kept for tests.`,
          reason: "Practice items are shown with their key after a sitting. Whoever has had this one knows the test.",
        },
      ]
    : [];
