/** What is said of entries of a framework that comes in: a code with its terms, of which pages make the words. */
import { noteMaker, type CodeIn, type Note, type TermsIn } from "../note.ts";

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

export type StandardsNoteCode = CodeIn<typeof standardsNoteTerms>;
export const standardsNoteCodes = Object.keys(standardsNoteTerms) as [StandardsNoteCode, ...StandardsNoteCode[]];
export type StandardsNoteTerms<C extends StandardsNoteCode> = TermsIn<typeof standardsNoteTerms, C>;
export type StandardsNote = Note<typeof standardsNoteTerms>;
export const standardsNote = noteMaker(standardsNoteTerms);
