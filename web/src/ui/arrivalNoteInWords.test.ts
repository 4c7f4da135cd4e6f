import { arrivalNote, arrivalNoteTerms, readColumns, type ArrivalNote } from "@verdant/core/bank/arrivalNotes";
import { readPastedItems } from "@verdant/core/bank/pastedItems";
import { readPaperKey } from "@verdant/core/bank/paperKey";
import { columnsLeftOut, guessMapping } from "@verdant/core/bank/workbook";
import { describe, expect, test } from "vitest";
import { arrivalNoteInWords as said } from "./arrivalNoteInWords.ts";

describe("what is said of questions that are brought", () => {
  test.each(Object.entries(arrivalNoteTerms))("%s is a whole sentence with all its terms", (code, names) => {
    const terms = Object.fromEntries(names.map((name, i) => [name, name === "column" ? "use" : 7 + i]));
    const sentence = said({ code, terms } as ArrivalNote);
    expect(sentence).toMatch(/^[A-Z“\d].*[.”]\.?$/);
    expect(sentence).not.toMatch(/\{\{|undefined|NaN/);
  });

  test.each(readColumns)("a cell of %s that is not understood says what would be", (column) => {
    expect(said(arrivalNote("cellNotUnderstood", { cell: "lots", column }))).toMatch(
      /^“lots” is not understood: [a-z].{10,}\.$/,
    );
  });

  test("a column is called by its heading, and by its place where it has none", () => {
    const cells = [
      ["Question", "Answer", "Answer", "Folder", ""],
      ["What is left when an arch falls?", "stack", "stump", "green", "new"],
      ["And then?", "stump", "", "red", ""],
    ];
    expect(columnsLeftOut(cells, guessMapping(cells)).map(said)).toEqual([
      "The column “Answer” is left out: “Answer” before it is taken for the same.",
      "The column “Folder” is left out: say above what it holds, if it matters (2 rows have something there).",
      "Column 5 is left out: say above what it holds, if it matters (1 row has something there).",
    ]);
  });

  test("what lines and keys lack is said as it was", () => {
    const { findings } = readPastedItems(
      "1. No key\na) One\nb) Two\n\n2. Nothing at all\n\n3. One\na) One *",
      () => "id",
    );
    expect(findings.map((one) => `${one.line}: ${said(one)}`)).toEqual([
      "1: No option is marked as right. Put a * before it, or write “Answer: b”.",
      "5: There are neither options nor an answer. Write “Answer: …”.",
      "7: There is only one option.",
    ]);
    expect(readPaperKey("AE", "", 4, "1-9 LG.1, all LG.2").findings.map(said)).toEqual([
      "“1-9 LG.1” goes beyond the 2 questions of the key.",
      "“all LG.2” is no range; write “1-5 LG.1.3”.",
      "Question 2: “E” is not one of the letters A to D.",
    ]);
    expect(readPaperKey("A", "", 4, "1-9 LG.1").findings.map(said)).toEqual([
      "“1-9 LG.1” goes beyond the 1 question of the key.",
    ]);
  });
});
