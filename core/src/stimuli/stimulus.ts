/** A shared text, map or chart that several items hang on. */

import { fault, type Fault } from "../items/kind.ts";
import { mediaFaults } from "../items/kinds.ts";
import { isEmptyText, plainText, richTextOf, type RichText } from "../richText.ts";

export interface Stimulus {
  readonly schemaVersion: 1;
  readonly title: string;
  readonly text: RichText;
}

export const blankStimulus = (): Stimulus => ({ schemaVersion: 1, title: "", text: richTextOf("") });

/** What keeps a stimulus from being kept; empty when nothing does. */
export function stimulusFaults({ title, text }: Stimulus): Fault[] {
  return [
    ...(title.trim() === "" ? [fault(["title"], "titleMissing")] : []),
    ...(isEmptyText(text) ? [fault(["text"], "stimulusEmpty")] : []),
    ...mediaFaults([text]).map((fault) => ({ ...fault, path: ["text"] })),
  ];
}

/** All that a stimulus says, for finding the items on it. */
export const stimulusWords = ({ title, text }: Stimulus): string => `${title} ${plainText(text)}`;

/**
 * `all` with what shares a stimulus brought together: each follows the first of its stimulus, in the order it had; what
 * has none keeps its order.
 *
 * @param stimulusOf the stimulus of an element; undefined: none
 */
export function gatheredByStimulus<T>(all: readonly T[], stimulusOf: (one: T) => string | undefined): T[] {
  const done = new Set<string>();
  return all.flatMap((one) => {
    const stimulus = stimulusOf(one);
    if (stimulus === undefined) return [one];
    if (done.has(stimulus)) return [];
    done.add(stimulus);
    return all.filter((other) => stimulusOf(other) === stimulus);
  });
}
