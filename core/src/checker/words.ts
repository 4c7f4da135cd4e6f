/** Words of a text as the rules compare them. */

import { foldedText } from "../foldedText.ts";
import { plainText, type RichText } from "../richText.ts";

/** The words of `text` in lower case, without accents and punctuation. */
export const wordsOf = (text: string): string[] => foldedText(text).match(/[\p{L}\p{N}]+/gu) ?? [];

export const wordsIn = (text: RichText): string[] => wordsOf(plainText(text));

/** Negations that turn a question round. */
export const negations = new Set(["not", "except", "least", "never", "cannot", "without"]);

/** How a place is named on a list: "option 2", or for a short one its words. */
export const named = (text: RichText, at: number): string => {
  const plain = plainText(text);
  return plain.length > 0 && plain.length <= 40 ? `“${plain}”` : `option ${at + 1}`;
};

/**
 * School year grade at which English text is easily read.
 *
 * 0.39 words/sentence + 11.8 syllables/word - 15.59; syllables are counted as groups of vowels, a silent final e left out.
 *
 * @returns the grade (5 is about eleven years of age); 0 for a text without words
 * @see Kincaid, Fishburne, Rogers and Chissom (1975), Derivation of new readability formulas
 */
export function readingGrade(text: string): number {
  const words = text.match(/\p{L}+/gu) ?? [];
  if (words.length === 0) return 0;
  const sentences = Math.max(1, (text.match(/[.!?]+(\s|$)/g) ?? []).length);
  const syllables = words.reduce((sum, word) => sum + syllablesOf(word), 0);
  return (0.39 * words.length) / sentences + (11.8 * syllables) / words.length - 15.59;
}

function syllablesOf(word: string): number {
  const plain = foldedText(word).replace(/e$/, "");
  return Math.max(1, (plain.match(/[aeiouy]+/g) ?? []).length);
}
