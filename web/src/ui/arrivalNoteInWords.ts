/** What is said of questions that are brought, as sentences. */
import type { ArrivalNote, ArrivalNoteCode, ArrivalNoteTerms, readColumns } from "@verdant/core/bank/arrivalNotes";
import { t } from "../platform/words.ts";

type Read = (typeof readColumns)[number];
const wanted: Readonly<Record<Read, string>> = {
  use: t("write practice, or reserved for tests"),
  demand: t("write recall, apply or reason"),
  seconds: t("seconds from 5 to 3600"),
  points: t("points from 0 to 100, in quarters"),
  difficulty: t("write 1 (easy) to 5 (hard)"),
};

const columnIn = ({ column, number }: { readonly column: string | number; readonly number: string | number }) =>
  column === "" ? t("Column {{number}}", { number }) : t("The column “{{column}}”", { column });

const sentences: { readonly [C in ArrivalNoteCode]: (terms: ArrivalNoteTerms<C>) => string } = {
  lineTooLong: () => t("This line is too long for a question."),
  numberUnknown: () => t("There is no question of this number above."),
  answerMissing: () => t("There are neither options nor an answer. Write “Answer: …”."),
  oneOption: () => t("There is only one option."),
  keyMissing: () => t("No option is marked as right. Put a * before it, or write “Answer: b”."),
  severalKeys: (terms) => t("{{keys}} options are marked as right, so it asks for several answers.", terms),
  cellTooLong: (terms) => t("A cell of this row has more than {{most}} characters: shorten it.", terms),
  questionMissing: () => t("This row has no question."),
  keyNoOption: (terms) => t("“{{key}}” is none of the options.", terms),
  cellNotUnderstood: ({ cell, column }) =>
    t("“{{cell}}” is not understood: {{wanted}}.", { cell, wanted: wanted[column as Read] }),
  columnTakenBefore: ({ first, ...terms }) =>
    t("{{column}} is left out: “{{first}}” before it is taken for the same.", { column: columnIn(terms), first }),
  columnUnused: ({ rows, ...terms }) =>
    t("{{column}} is left out: say above what it holds, if it matters ({{count}} rows have something there).", {
      column: columnIn(terms),
      count: Number(rows),
    }),
  tableAsText: (terms) => t("Question {{question}}: its table came as plain text.", terms),
  pictureBefore: () => t("A picture before the first question was left out."),
  rangeUnreadable: (terms) => t("“{{range}}” is no range; write “1-5 LG.1.3”.", terms),
  rangeBeyond: ({ range, questions }) =>
    t("“{{range}}” goes beyond the {{count}} questions of the key.", { range, count: Number(questions) }),
  letterUnknown: (terms) => t("Question {{question}}: “{{letter}}” is not one of the letters A to {{last}}.", terms),
};

export function arrivalNoteInWords({ code, terms }: ArrivalNote): string {
  const sentence: (terms: never) => string = sentences[code];
  return sentence(terms as never);
}
