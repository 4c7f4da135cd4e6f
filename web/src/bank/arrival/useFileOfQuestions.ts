/** A file of questions in hand: its sheets, or its words in the notation of pasted items. */
import { notationOfWord } from "@verdant/core/bank/wordFile";
import { guessMapping, signatureOf, type Cells, type Mapping } from "@verdant/core/bank/workbook";
import type { Image } from "@verdant/core/richText";
import { useMemo, useState } from "react";
import { useKeepMediaMutation } from "../../media/api.ts";
import { useListColumnMappingsQuery } from "../api.ts";
import type { PictureRead, Sheet } from "./readFileWorker.ts";
import { readFile } from "./readFile.ts";
import { arrivalNoteInWords } from "../../ui/arrivalNoteInWords.ts";
import { t } from "../../platform/words.ts";

export interface SheetInHand {
  readonly sheets: readonly Sheet[];
  readonly at: number;
  readonly choose: (at: number) => void;
  readonly cells: Cells;
  readonly mapping: Mapping;
  readonly setMapping: (mapping: Mapping) => void;
  /** Every sheet with headings, each by its own; chosen by {@link allSheets}. */
  readonly all: readonly (Sheet & { readonly mapping: Mapping })[];
  readonly findings: readonly string[];
}

/** The same list each time: what depends on it is reckoned anew only when something has changed. */
const none: SheetInHand["all"] = [];

/** Stands for all sheets at once. */
export const allSheets = -1;

/** The words of a text or word-processor file, what could not be carried over, and its pictures by their number. */
export interface WordsOfFile {
  readonly text: string;
  readonly findings: readonly string[];
  readonly pictures: ReadonlyMap<number, Image>;
}

/** @param take what becomes of the words of a text or word-processor file */
export function useFileOfQuestions(take: (words: WordsOfFile) => void) {
  const [keepMedia] = useKeepMediaMutation();
  const [sheets, setSheets] = useState<readonly Sheet[]>([]);
  const [at, choose] = useState(0);
  const [said, setMapping] = useState<Mapping | null>(null);
  const [isReading, setReading] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const known = useListColumnMappingsQuery().data?.mappings;
  const cells = sheets[at === allSheets ? 0 : at]?.cells;
  const mappingOf = useMemo(
    () =>
      (of: Cells): Mapping => {
        const guess = guessMapping(of);
        const remembered = known?.find((one) => one.signature === signatureOf(of, guess));
        return remembered ? { ...guess, roles: remembered.roles } : guess;
      },
    [known],
  );
  const guessed = useMemo(() => (cells ? mappingOf(cells) : null), [cells, mappingOf]);
  const all = useMemo(
    () => sheets.map((one) => ({ ...one, mapping: mappingOf(one.cells) })).filter((one) => one.mapping.headings >= 0),
    [sheets, mappingOf],
  );

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
    else if (read.kind === "text") {
      if (read.text.trim() === "") setRefused(t("This file has no words in it."));
      else take({ text: read.text.trim(), findings: [], pictures: new Map() });
    } else if (read.kind === "word") {
      const { text, findings } = notationOfWord(read.blocks);
      if (text === "") setRefused(t("This file has no words in it."));
      else take({ text, ...(await keepPictures(read.pictures, findings.map(arrivalNoteInWords))) });
    } else if (read.sheets.every((one) => one.cells.length === 0)) setRefused(t("This file has no rows in it."));
  };

  /** Pictures go to the shelf at once, so that they show in what is looked over; what is not used can be removed there. */
  const keepPictures = async (inFile: readonly PictureRead[], findings: readonly string[]) => {
    const pictures = new Map<number, Image>();
    const lost: string[] = [];
    for (const [i, { alt, bytes }] of inFile.entries()) {
      if (bytes === null) {
        lost.push(
          t("Picture {{i}}{{alt}} is not in the file: add it in the editor.", {
            i: i + 1,
            alt: alt === "" ? "" : ` (“${alt}”)`,
          }),
        );
        continue;
      }
      const { data } = await keepMedia(new File([bytes], `picture ${i + 1}`));
      if (data && data.width !== null && data.height !== null) {
        const { hash, width, height, credit } = data;
        pictures.set(i + 1, { type: "image", hash, alt: alt || data.description, credit, width, height });
      } else lost.push(t("Picture {{i}} is of a sort that cannot be shown: add it in the editor.", { i: i + 1 }));
    }
    return { pictures, findings: [...findings, ...lost] };
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
          all: at === allSheets ? all : none,
          findings: (at === allSheets ? all : sheets.slice(at, at + 1)).flatMap((one) => one.findings),
          choose: (next) => {
            choose(next);
            setMapping(null);
          },
        }
      : null;
  return { open, isReading, refused, sheet };
}
