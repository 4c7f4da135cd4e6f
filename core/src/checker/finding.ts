/** What a careful colleague would say about a draft. */

import type { Content } from "../items/kinds.ts";
import type { Misspelt } from "./spelling.ts";

export const ruleNames = [
  "keyLongest",
  "keyPlace",
  "nearEqual",
  "absoluteWords",
  "echoOfStem",
  "articleGivesAway",
  "aboveMixes",
  "citesPlace",
  "naturalOrder",
  "repeatedBeginning",
  "everythingRight",
  "negationUnmarked",
  "doubleNegation",
  "spelling",
  "hardToRead",
  "explanationMissing",
  "reasonsMissing",
  "unitMissing",
  "creditMissing",
  "variantKeepsKey",
  "variantAddsNot",
  "veryLike",
  "reservedShown",
] as const;
export type RuleName = (typeof ruleNames)[number];

export interface FindingTerms {
  /** A place counted from 1, a count, an age in years, or the number of an item. */
  readonly n?: number;
  readonly of?: number;
  /** The place that one click would move it to. */
  readonly to?: number;
  readonly word?: string;
  readonly other?: string;
}

/** What was found; its sentence, and why it matters, are made where it is read. */
export interface Finding {
  readonly rule: RuleName;
  /** What the sentence is made with: which place, of how many, which words. */
  readonly terms?: FindingTerms | undefined;
  /** What the content would be after one click. */
  readonly mend?: { readonly content: Content } | undefined;
  /** Words that no dictionary knows; the department may say that they are its own. */
  readonly misspelt?: readonly Misspelt[] | undefined;
}

/** A finding that somebody keeps on purpose. */
export interface KeptFinding {
  readonly rule: RuleName;
  readonly reason: string;
}

export interface Context {
  /** Of a variant: the item it was made from. */
  readonly original?: Content | undefined;
  /** The nearest item of the bank, of another family. */
  readonly nearest?:
    | { readonly number: number; readonly content: Content; readonly use?: "practice" | "reserved" | undefined }
    | undefined;
  /** Whether it is practised with or kept for tests; absent: practised with. */
  readonly use?: "practice" | "reserved" | undefined;
  /** Words that the dictionary of the course's language does not know. */
  readonly misspelt?: readonly Misspelt[] | undefined;
  /** Where the key stood, counted from 0, in the author's last items with one right answer, the newest first. */
  readonly lastKeyPlaces?: readonly number[] | undefined;
}

/** One rule: pure, and silent about kinds it says nothing of. */
export type Rule = (content: Content, context: Context) => readonly Finding[];
