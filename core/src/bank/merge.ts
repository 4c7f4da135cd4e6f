/** Two items that ask the same made into one: what the one that stays lacks is taken from the other. */

import { foldedText } from "../foldedText.ts";
import { feedbackParts } from "../items/kind.ts";
import type { Content } from "../items/kinds.ts";
import type { Option } from "../items/options.ts";
import { isEmptyText, plainText, type RichText } from "../richText.ts";

const isMissing = (text: RichText | undefined) => text === undefined || isEmptyText(text);

/**
 * `kept` with the feedback, and the reasons and wrong ideas of options of the same words that it lacks
 * and `other` has. Question, options and key stay those of `kept`.
 *
 * @example mergedItem(withoutReasons, withReasons) // the first, with the reasons of the second
 */
export function mergedItem(kept: Content, other: Content): Content {
  const lacking = feedbackParts.filter((part) => isMissing(kept[part]) && !isMissing(other[part]));
  const merged = {
    ...kept,
    ...Object.fromEntries(lacking.map((part) => [part, other[part]])),
  };
  if (!("options" in merged) || !("options" in other)) return merged;
  const wordsOf = (option: Option) => foldedText(plainText(option.text));
  const options = merged.options.map((option): Option => {
    const twin = other.options.find((one) => wordsOf(one) === wordsOf(option) && one.isKey === option.isKey);
    return {
      ...option,
      ...(isMissing(option.rationale) && !isMissing(twin?.rationale) && { rationale: twin?.rationale }),
      ...(option.misconceptionId === undefined &&
        twin?.misconceptionId !== undefined && { misconceptionId: twin.misconceptionId }),
    };
  });
  return { ...merged, options };
}
