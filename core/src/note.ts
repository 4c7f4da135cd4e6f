/** Something said as a code with its terms, of which pages make the words. */
export type TermsByCode = Readonly<Record<string, readonly string[]>>;
export type CodeIn<All extends TermsByCode> = keyof All & string;
export type TermsIn<All extends TermsByCode, C extends CodeIn<All>> = Readonly<Record<All[C][number], string | number>>;

export interface Note<All extends TermsByCode> {
  readonly code: CodeIn<All>;
  readonly terms: Readonly<Record<string, string | number>>;
}

/**
 * Makes notes with all terms that their codes have.
 *
 * @param _all the names of the terms by code
 */
export const noteMaker =
  <All extends TermsByCode>(_all: All) =>
  <C extends CodeIn<All>>(code: C, terms: TermsIn<All, C>): Note<All> => ({ code, terms });
