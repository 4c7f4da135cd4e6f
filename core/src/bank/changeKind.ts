/** How one revision of an item differs from the one before: decides whether its difficulty carries over. */

import { editDistance } from "../editDistance.ts";
import { kindOf, wordsOf, type Content } from "../items/kinds.ts";

export type ChangeKind = "first" | "typo" | "wording" | "rewritten" | "key";

/**
 * The kind of change from `before` to `after`, guessed from the texts.
 *
 * "key" when another answer earns credit, or when the kind of item changed; otherwise by the share of characters to edit
 * (Levenshtein, 1966): up to 4 % or two characters "typo", up to half "wording", above "rewritten".
 */
export function changeKindOf(before: Content | null, after: Content): ChangeKind {
  if (before === null) return "first";
  if (before.kind !== after.kind || kindOf(before).keyWord(before) !== kindOf(after).keyWord(after)) return "key";
  const [old, now] = [wordsOf(before), wordsOf(after)];
  const edits = editDistance(old.slice(0, 4000), now.slice(0, 4000));
  const length = Math.max(1, old.length, now.length);
  if (edits <= 2 || edits / length <= 0.04) return "typo";
  return edits / length <= 0.5 ? "wording" : "rewritten";
}
