/** A file of questions in hand: its sheets, or its words in the notation of pasted items. */
import { notationOfWord } from "@verdant/core/bank/wordFile";
import { guessMapping, signatureOf, type Cells, type Mapping } from "@verdant/core/bank/workbook";
import { useMemo, useState } from "react";
import { useListColumnMappingsQuery } from "./api.ts";
import type { Sheet } from "./readFileWorker.ts";
import { readFile } from "./readFile.ts";

export interface SheetInHand {
  readonly sheets: readonly Sheet[];
  readonly at: number;
  readonly choose: (at: number) => void;
  readonly cells: Cells;
  readonly mapping: Mapping;
  readonly setMapping: (mapping: Mapping) => void;
}

/** @param takeText what becomes of the words of a word-processor file, and of what could not be carried over */
export function useFileOfQuestions(takeText: (text: string, findings: readonly string[]) => void) {
  const [sheets, setSheets] = useState<readonly Sheet[]>([]);
  const [at, choose] = useState(0);
  const [said, setMapping] = useState<Mapping | null>(null);
  const [isReading, setReading] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const known = useListColumnMappingsQuery().data?.mappings;
  const cells = sheets[at]?.cells;
  const guessed = useMemo((): Mapping | null => {
    if (!cells) return null;
    const guess = guessMapping(cells);
    const remembered = known?.find((one) => one.signature === signatureOf(cells, guess));
    return remembered ? { ...guess, roles: remembered.roles } : guess;
  }, [cells, known]);

  const open = async (file: File) => {
    setReading(true);
    setRefused(null);
    const read = await readFile(file);
    setReading(false);
    setSheets(read.kind === "sheets" ? read.sheets : []);
    setMapping(null);
    // The first sheet may be a title page.
    const withHeadings =
      read.kind === "sheets" ? read.sheets.findIndex((one) => guessMapping(one.cells).headings >= 0) : -1;
    choose(Math.max(0, withHeadings));
    if (read.kind === "refused") setRefused(read.reason);
    else if (read.kind === "word") {
      const { text, findings } = notationOfWord(read.blocks);
      if (text === "") setRefused("This file has no words in it.");
      else takeText(text, findings);
    } else if (read.sheets.every((one) => one.cells.length === 0)) setRefused("This file has no rows in it.");
  };

  const mapping = said ?? guessed;
  const sheet: SheetInHand | null =
    cells && mapping
      ? {
          sheets,
          at,
          cells,
          mapping,
          setMapping,
          choose: (next) => {
            choose(next);
            setMapping(null);
          },
        }
      : null;
  return { open, isReading, refused, sheet };
}
