/** What is said of questions that are brought: a code with its terms, of which pages make the words. */
import { noteMaker, type CodeIn, type Note, type TermsIn } from "../note.ts";

export const arrivalNoteTerms = {
  // Lines of text
  lineTooLong: [],
  numberUnknown: [],
  answerMissing: [],
  oneOption: [],
  keyMissing: [],
  severalKeys: ["keys"],
  // Rows and columns of a sheet
  cellTooLong: ["most"],
  questionMissing: [],
  keyNoOption: ["key"],
  /** `column`: which of {@link readColumns}. */
  cellNotUnderstood: ["cell", "column"],
  /** `column` is its heading, empty where it has none; `number` counts from 1. */
  columnTakenBefore: ["column", "number", "first"],
  columnUnused: ["column", "number", "rows"],
  // Word-processor files
  tableAsText: ["question"],
  pictureBefore: [],
  // Keys of papers
  rangeUnreadable: ["range"],
  rangeBeyond: ["range", "questions"],
  letterUnknown: ["question", "letter", "last"],
} as const;

/** Columns of which not every cell is understood. */
export const readColumns = ["use", "demand", "seconds", "points", "difficulty"] as const;

export type ArrivalNoteCode = CodeIn<typeof arrivalNoteTerms>;
export type ArrivalNoteTerms<C extends ArrivalNoteCode> = TermsIn<typeof arrivalNoteTerms, C>;
export type ArrivalNote = Note<typeof arrivalNoteTerms>;
export const arrivalNote = noteMaker(arrivalNoteTerms);

/** A note on a line, or on the row of a sheet; counted from 1. */
export interface LineNote extends ArrivalNote {
  readonly line: number;
}
