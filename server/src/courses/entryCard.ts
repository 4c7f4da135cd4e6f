/** Entry cards: four short words, about 2^37 combinations, unique per installation; guessing is made dear (platform/throttle). */
import { randomInt } from "node:crypto";
import { cardWords } from "./cardWords.ts";

export function newEntryCard(): string {
  return Array.from({ length: 4 }, () => cardWords[randomInt(cardWords.length)]).join(" ");
}
