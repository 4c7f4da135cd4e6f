/** Which written answers say the same, so that one mark can stand for all of them. */

import { likeness, veryLike } from "../checker/likeness.ts";
import { editDistance } from "../editDistance.ts";
import { foldedText } from "../foldedText.ts";
import { groupBy } from "../groupBy.ts";

/** Letters: in shorter words a single letter makes another word. */
const longWord = 5;
/** Of the words of an answer, at most this share may be spelt otherwise. */
const mostSlips = 0.25;

const wordsIn = (text: string): string[] => foldedText(text).match(/[\p{L}\p{N}]+/gu) ?? [];

/**
 * Groups of answers that have the same words in the same order: case, accents, spacing and marks do not count, nor does one
 * letter in a longer word, for a quarter of the words. Numbers and short words ("not", "no") have to be the same. All of a
 * group are like its first.
 *
 * @returns indices into `texts`, each in one group; groups and members in the order of `texts`
 */
export function alikeAnswers(texts: readonly string[]): number[][] {
  const read = texts.map((text, at) => ({ at, words: wordsIn(text) }));
  const same = [...groupBy(read, ({ words }) => words.join(" ")).values()];
  const groups: { words: string[]; members: number[] }[] = [];
  for (const alike of same) {
    const words = alike[0]?.words ?? [];
    const members = alike.map(({ at }) => at);
    const near = groups.find((group) => isNearly(group.words, words));
    if (near) near.members.push(...members);
    else groups.push({ words, members });
  }
  return groups.map(({ members }) => members.sort((a, b) => a - b)).sort(([a = 0], [b = 0]) => a - b);
}

/**
 * Groups of sentences that share most of their words and pairs of words ({@link likeness}): what several people mean, said a
 * little otherwise. All of a group are like its first. Too loose for a mark, good enough to read them together.
 *
 * @returns indices into `texts`, each in one group; the largest group first
 */
export function similarSentences(texts: readonly string[]): number[][] {
  const groups: number[][] = [];
  for (const [at, text] of texts.entries()) {
    const like = groups.find(([first = 0]) => {
      const other = texts[first] ?? "";
      return foldedText(other) === foldedText(text) || likeness(other, text) >= veryLike;
    });
    if (like) like.push(at);
    else groups.push([at]);
  }
  return groups.sort((a, b) => b.length - a.length || (a[0] ?? 0) - (b[0] ?? 0));
}

function isNearly(a: readonly string[], b: readonly string[]): boolean {
  if (a.length !== b.length) return false;
  let slips = 0;
  for (const [i, word] of a.entries()) {
    const other = b[i] ?? "";
    if (word === other) continue;
    slips += 1;
    if (slips > a.length * mostSlips) return false;
    const isLong = Math.min(word.length, other.length) >= longWord && !/\p{N}/u.test(word + other);
    if (!isLong || Math.abs(word.length - other.length) > 1 || editDistance(word, other) > 1) return false;
  }
  return true;
}
