/** How one revision of an item differs from the one before: decides whether its difficulty carries over. */

import { kindOf, type Content } from "../items/kinds.ts";

export type ChangeKind = "first" | "typo" | "wording" | "rewritten" | "key";

/**
 * The kind of change from `before` to `after`, guessed from the texts.
 *
 * "key" when another answer earns credit; otherwise by the share of characters to edit (Levenshtein, 1966): up to 4 %
 * or two characters "typo", up to half "wording", above "rewritten".
 */
export function changeKindOf(before: Content | null, after: Content): ChangeKind {
  if (before === null) return "first";
  if (keysOf(before) !== keysOf(after)) return "key";
  const [old, now] = [kindOf(before).words(before), kindOf(after).words(after)];
  const edits = editDistance(old.slice(0, 4000), now.slice(0, 4000));
  const length = Math.max(1, old.length, now.length);
  if (edits <= 2 || edits / length <= 0.04) return "typo";
  return edits / length <= 0.5 ? "wording" : "rewritten";
}

const keysOf = (content: Content) =>
  content.options
    .filter((option) => option.isKey)
    .map((option) => option.id)
    .sort()
    .join(" ");

/** Fewest insertions, deletions and replacements of characters that turn `a` into `b`. */
export function editDistance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      const replaced = (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1);
      next.push(Math.min(replaced, (row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1));
    }
    row = next;
  }
  return row[b.length] ?? 0;
}
