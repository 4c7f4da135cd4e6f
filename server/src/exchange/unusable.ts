/** A part of a package, or a row of a table, that no item can be made of. */
import type { NoteCode } from "@verdant/contract/packages";

/** Why: a part of a package is kept as it came then, a row of a table refused. */
export class Unusable extends Error {
  override readonly name = "Unusable";
  readonly code: NoteCode;
  readonly terms: Readonly<Record<string, string | number>>;

  constructor(code: NoteCode, terms: Unusable["terms"] = {}) {
    super(code);
    this.code = code;
    this.terms = terms;
  }
}
