/** Which of the accepted answers a typed text is. */

import { editDistance } from "../editDistance.ts";
import { foldedText } from "../foldedText.ts";

export interface Reading {
  /** Capital letters matter. */
  readonly caseMatters: boolean;
  /** One letter too many, missing or wrong still counts, in words of five letters or more. */
  readonly allowsNearMiss: boolean;
}

/** The place in `accepted` of what `text` says; undefined when it is none of them or empty. */
export function acceptedAt(accepted: readonly string[], text: string, reading: Reading): number | undefined {
  const given = foldedText(text, reading.caseMatters);
  if (given === "") return undefined;
  const wanted = accepted.map((one) => foldedText(one, reading.caseMatters));
  const exact = wanted.indexOf(given);
  const near = (one: string) => reading.allowsNearMiss && one.length >= 5 && editDistance(one, given) === 1;
  const at = exact >= 0 ? exact : wanted.findIndex(near);
  return at < 0 ? undefined : at;
}
