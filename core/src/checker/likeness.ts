/** How alike two items are in their words. */

import { wordsOf } from "./words.ts";
import { kindOf, type Content } from "../items/kinds.ts";
import { plainText } from "../richText.ts";

/** From here on two items are shown side by side. */
export const veryLike = 0.5;

/** A question of fewer words ("Fill the gaps.") says nothing without its parts. */
const wordsThatSay = 4;

/** Words and pairs of neighbouring words, each once. */
function shinglesOf(text: string): Set<string> {
  const words = wordsOf(text);
  return new Set([...words, ...words.slice(1).map((word, i) => `${words[i] ?? ""} ${word}`)]);
}

/**
 * The resemblance of two texts in [0, 1]: shared words and pairs of neighbouring words, as a share of all of both. 1 for
 * the same words in the same order, 0 without a common word or where one is empty. Case, accents and marks do not count.
 *
 * @see Broder (1997), On the resemblance and containment of documents
 */
export function likeness(a: string, b: string): number {
  const [left, right] = [shinglesOf(a), shinglesOf(b)];
  const shared = [...left].filter((one) => right.has(one)).length;
  return shared === 0 ? 0 : shared / (left.size + right.size - shared);
}

/** What candidates are looked for by: the question, or all that is read where the question says nothing by itself. */
export const tellingText = (asked: Asked): string => (says(asked) ? asked.question : asked.all);

/**
 * The words by which candidates are looked for: the three longest. Items that are very like share two of them, unless
 * two of just these words were changed.
 */
export const tellingWords = (asked: Asked): string[] =>
  [...new Set(wordsOf(tellingText(asked)))].sort((a, b) => b.length - a.length || (a < b ? -1 : 1)).slice(0, 3);

/** What a student reads of an item: the question and its parts, without reasons and explanations. */
export function askedIn(content: Content): { readonly question: string; readonly all: string } {
  const question = plainText(content.stem);
  return { question, all: [question, ...kindOf(content).partWords(content)].join(" ") };
}

type Asked = ReturnType<typeof askedIn>;

const says = ({ question }: Asked) => wordsOf(question).length >= wordsThatSay;

/** The {@link likeness} of two items: of their questions alone, where these say something, or of all that is read. */
export const itemLikeness = (a: Asked, b: Asked): number =>
  Math.max(likeness(a.all, b.all), says(a) && says(b) ? likeness(a.question, b.question) : 0);
