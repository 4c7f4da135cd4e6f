/** A department's items as the rows of a table. */
import type { FileItem } from "@verdant/contract/exchange";
import { Failure } from "../../platform/failure.ts";
import { columnsFor, letters, type Cells } from "./columns.ts";
import { workbookCell, writeCsv, writeSheet } from "./sheets.ts";
import { cellsOf } from "./writeRow.ts";

/** @param items gives them from the first on, each time it is called */
export function writeTable(items: () => AsyncIterable<FileItem>, format: "table" | "workbook"): AsyncGenerator<Buffer> {
  const most = format === "workbook" ? workbookCell : Infinity;
  return format === "workbook" ? writeSheet(rowsOf(items, most), "Items") : writeCsv(rowsOf(items, most));
}

/** @param longest characters that a cell can hold */
async function* rowsOf(items: () => AsyncIterable<FileItem>, longest: number): AsyncGenerator<string[]> {
  // How many columns there are is known only when all have been seen; to hold them all would take too much.
  let most = 0;
  for await (const item of items()) most = Math.max(most, optionsIn(cellsOf(item)));
  const columns = columnsFor(most);
  yield columns;
  for await (const item of items()) {
    const cells = cellsOf(item);
    const isLong = Object.values(cells).some((cell) => (cell ?? "").length > longest);
    if (isLong) throw new Failure("workbookCellTooLong", { item: item.label ?? item.key });
    const whole = JSON.stringify(item);
    yield columns.map((column) =>
      column === "as_exported" ? (whole.length > longest ? "" : whole) : (cells[column] ?? ""),
    );
  }
}

const optionsIn = (cells: Cells) => letters.filter((letter) => cells[`option_${letter}`] !== undefined).length;
