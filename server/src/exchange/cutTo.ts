/** Words of a file that have less room here than there. */
import type { Note } from "@verdant/contract/packages";

/** @param say is told when something is cut off */
export function cutTo(
  most: number,
  words: string,
  column: string,
  say: (code: Note["code"], terms: Note["terms"]) => void,
): string {
  if (words.length <= most) return words;
  const kept = words.slice(0, most);
  say("cellCut", { column, kept });
  return kept;
}
