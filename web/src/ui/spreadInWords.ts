/** The spread of marks in words: every page that draws it says the same. */
import { t } from "../platform/words.ts";

/** The one in the middle; of an even number, halfway between the two. */
export function medianOf(shares: readonly number[]): number | null {
  const sorted = [...shares].sort((a, b) => a - b);
  const [low, high] = [sorted[Math.floor((sorted.length - 1) / 2)], sorted[Math.floor(sorted.length / 2)]];
  return low === undefined || high === undefined ? null : (low + high) / 2;
}

/** "27 marks from 20 to 100%, the middle one 70%" */
export function spreadInWords(shares: readonly number[]): string {
  const middle = medianOf(shares);
  if (middle === null) return t("no marks yet");
  if (shares.length === 1) return t("1 mark, {{percent}}%", { percent: Math.round(middle * 100) });
  const [low = 0, high = 0] = [Math.min(...shares), Math.max(...shares)].map((share) => Math.round(share * 100));
  return t("{{marks}} marks from {{low}} to {{high}}%, the middle one {{middle}}%", {
    marks: shares.length,
    ...{ low, high, middle: Math.round(middle * 100) },
  });
}

/** Shares within a twentieth of one another stand together. */
export const bins = 20;

/** Things by the twentieth that their share lies in; what is out of [0, 1] stands at the end. */
export function stacksOf<T extends { readonly share: number }>(marks: readonly T[]): T[][] {
  const stacks = Array.from({ length: bins + 1 }, (): T[] => []);
  for (const mark of marks) stacks[Math.round(Math.min(1, Math.max(0, mark.share)) * bins)]?.push(mark);
  return stacks;
}
