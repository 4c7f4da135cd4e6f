/** What a student reads of an item besides its explanation; it depends on how it went. */
import { isEnough } from "./beforeGo.ts";
import type { Content } from "../items/kinds.ts";
import type { RichText } from "../richText.ts";
import type { Closing } from "./rules.ts";

/** True when an answer to it may earn a part of its points. */
export const canBePartlyRight = (content: Content): boolean =>
  content.kind === "written" || ("scoring" in content && content.scoring === "partial");

/** True when a wrong choice costs what a right one earns; never below nothing for the question. */
export const takesOff = (content: Content): boolean =>
  content.kind === "severalRightAnswers" && content.scoring === "partial";

/**
 * Nothing for who got it right; the word for who was nearly there, where part of it is right and there is such a word;
 * the next step for everybody else.
 *
 * @param credit from 0 to 1; null: it was not reached
 */
export function adviceFor(
  { nearly, nextStep }: Pick<Content, "nearly" | "nextStep">,
  credit: number | null,
): { readonly nearly: RichText | null; readonly nextStep: RichText | null } {
  if (credit === 1) return { nearly: null, nextStep: null };
  return credit !== null && credit > 0 && nearly !== undefined
    ? { nearly, nextStep: null }
    : { nearly: null, nextStep: nextStep ?? null };
}

/**
 * The teacher's sentence about a whole go: of those whose line was reached, the one with the highest line.
 *
 * @param share of the points, 0 to 1; null: not known yet
 */
export function closingFor(closing: readonly Closing[], share: number | null): string | null {
  const reached = closing.filter(({ from }) => isEnough(from, share));
  return [...reached].sort((a, b) => b.from - a.from)[0]?.text ?? null;
}
