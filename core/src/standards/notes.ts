/** What is said of entries of a framework that comes in: a code with its terms, of which pages make the words. */
export const standardsNoteTerms = {
  entryNoIdentifier: ["entry", "code"],
  entryNoStatement: ["entry", "code"],
  entryIdentifierTaken: ["entry", "code", "of"],
  /** `under` is empty where it is the framework itself. */
  wouldLieInCircle: ["code", "other", "under"],
  severalParents: ["code", "other", "under"],
  parentMissing: ["code"],
  leftInCircle: ["codes", "count"],
} as const;

export type StandardsNoteCode = keyof typeof standardsNoteTerms;
export const standardsNoteCodes = Object.keys(standardsNoteTerms) as [StandardsNoteCode, ...StandardsNoteCode[]];
export type StandardsNoteTerms<C extends StandardsNoteCode> = Readonly<
  Record<(typeof standardsNoteTerms)[C][number], string | number>
>;

export interface StandardsNote {
  readonly code: StandardsNoteCode;
  readonly terms: Readonly<Record<string, string | number>>;
}

/** A note, with all terms that its code has. */
export const standardsNote = <C extends StandardsNoteCode>(code: C, terms: StandardsNoteTerms<C>): StandardsNote => ({
  code,
  terms,
});
