/** Text in a cell of a table that spreadsheets open: none of it is taken for a formula, and all of it can be had back. */

/** A number, as somebody may have typed it, is no formula. */
const number = /^\s*[+-]?\d+([.,]\d+)?\s*$/;
const begins = /^\s*[=+\-@|\t\r]/;
const guarded = /^'+\s*[=+\-@|\t\r]/;

/**
 * A text that a spreadsheet would take for a formula gets an apostrophe before it; a plain number does not. So does one that
 * would read as a text with such an apostrophe, or reading could not tell them apart.
 *
 * @example neutralCell("=1+1") // "'=1+1"
 */
export const neutralCell = (text: string): string =>
  (begins.test(text) && !number.test(text)) || guarded.test(text) ? `'${text}` : text;

/** The text that {@link neutralCell} made `cell` of. */
export const plainCell = (cell: string): string => (guarded.test(cell) ? cell.slice(1) : cell);
