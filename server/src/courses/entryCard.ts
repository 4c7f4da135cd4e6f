/**
 * Entry cards: four short words, about 2^37 combinations, unique per installation; guessing is made dear (platform/throttle).
 * They are printed again, so they are kept sealed, and found by their mark (docs/decisions/0018).
 */
import { randomInt } from "node:crypto";
import { markOf, seal, unseal } from "../platform/sealing.ts";
import { cardWords } from "./cardWords.ts";

const purpose = "entry card";

export function newEntryCard(): string {
  return Array.from({ length: 4 }, () => cardWords[randomInt(cardWords.length)]).join(" ");
}

/** The words of a card as they are kept: lower case, one space between. */
export function entryCardOf(typed: string): string {
  return typed
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .filter(Boolean)
    .join(" ");
}

/** What a card is found by, however its words are written. */
export const cardMarkOf = (key: Buffer, words: string): Buffer => markOf(key, purpose, entryCardOf(words));

/** The columns that hold a card. */
export const sealedCard = (key: Buffer, words: string) => ({
  entryCard: null,
  cardMark: cardMarkOf(key, words),
  cardSealed: seal(key, purpose, entryCardOf(words)),
});

/** The words of a card; what a process of an earlier version wrote is read as it stands. */
export const wordsOf = (key: Buffer, row: { cardSealed: Buffer | null; entryCard: string | null }): string =>
  row.cardSealed === null ? (row.entryCard ?? "") : unseal(key, purpose, row.cardSealed);
