/** The mark table as a sheet of a workbook: numbers are numbers, and no text is ever a formula. */
import type { MarkTable } from "@verdant/contract/marks";
import type { SheetData } from "write-excel-file/universal";
import { saveFile } from "../platform/saveFile.ts";
import { t } from "../platform/words.ts";
import { markInWords } from "./markInWords.ts";

const text = (value: string) => ({ value, type: String });
const number = (value: number) => ({ value, type: Number });
const percent = (share: number | null) => (share === null ? null : { value: share, type: Number, format: "0%" });

/**
 * A row for each student under a row of names, one of what each quiz is out of, and one of weights. A mark is a number;
 * why there is none is said in words.
 */
export function markSheet({ releases, students }: MarkTable): SheetData {
  const outOf = (at: number) => students.find(({ cells }) => cells[at]?.state === "marked")?.cells[at]?.outOf ?? null;
  return [
    [text(t("Student")), ...releases.map(({ name }) => text(name)), text(t("Mean")), text(t("Quizzes"))],
    [
      text(t("out of")),
      ...releases.map((_, at) => {
        const of = outOf(at);
        return of === null ? null : number(of);
      }),
      null,
      null,
    ],
    [text(t("Weight")), ...releases.map(({ weight }) => number(weight)), null, null],
    ...students.map(({ name, cells, share, counted }) => [
      text(name),
      ...cells.map((cell) =>
        cell.state === "marked" && cell.points !== null ? number(cell.points) : text(markInWords(cell)),
      ),
      percent(share),
      number(counted),
    ]),
  ];
}

/** Writes the sheet and hands it to the browser as a file. */
export async function saveMarkSheet(table: MarkTable): Promise<void> {
  const { default: write } = await import("write-excel-file/universal");
  const blob = await write(markSheet(table), {
    sheet: table.className.replace(/[\\/?*[\]:]/g, " ").slice(0, 31),
  }).toBlob();
  saveFile(blob, `${t("Marks {{className}} {{day}}", { className: table.className, day: table.today })}.xlsx`);
}
