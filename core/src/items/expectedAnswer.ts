/** Wrong answers that the author of a typed item expects: each with its reason and the misconception it shows. */

import type { RichText } from "../richText.ts";

export interface ExpectedWrongAnswer {
  readonly id: string;
  /** As somebody would type it. */
  readonly text: string;
  readonly rationale?: RichText | undefined;
  readonly misconceptionId?: string | undefined;
}

export const mapExpected = (
  expected: readonly ExpectedWrongAnswer[],
  change: (text: RichText) => RichText,
): ExpectedWrongAnswer[] =>
  expected.map((one) => ({ ...one, ...(one.rationale && { rationale: change(one.rationale) }) }));
