/** Reads a file of questions off the page's thread: sheets of cells, or a word-processor file as paragraphs. */
import type { Cells } from "@verdant/core/bank/workbook";
import type { WordBlock } from "@verdant/core/bank/wordFile";
import { Unzip, UnzipInflate } from "fflate";
import mammoth from "mammoth";
import Papa from "papaparse";
import readSheets from "read-excel-file/web-worker";
import { paragraphsOf, picturesOf, type WordPicture } from "./wordBlocks.ts";
import { t } from "../../platform/words.ts";

export interface Sheet {
  readonly name: string;
  readonly cells: Cells;
  /** What could not be read as it was meant, in sentences. */
  readonly findings: readonly string[];
}

export interface PictureRead {
  readonly alt: string;
  /** null: the document names it and does not hold it. */
  readonly bytes: ArrayBuffer | null;
}

export type FileRead =
  | { readonly kind: "sheets"; readonly sheets: readonly Sheet[] }
  | { readonly kind: "word"; readonly blocks: readonly WordBlock[]; readonly pictures: readonly PictureRead[] }
  | { readonly kind: "text"; readonly text: string }
  | { readonly kind: "refused"; readonly reason: string };

/** Bytes that an archive may grow to: far more than any file of questions, far less than what would stop the page. */
const mostUnpacked = 80_000_000;
/** Cells that are looked at in one sheet. */
const mostRows = 5000;
/** Pictures that are taken out of one document. */
const mostPictures = 100;

onmessage = async ({ data }: MessageEvent<{ name: string; bytes: ArrayBuffer }>) => {
  postMessage(await read(data.name, data.bytes));
};

async function read(name: string, bytes: ArrayBuffer): Promise<FileRead> {
  const extension = /\.(\w+)$/.exec(name.toLowerCase())?.[1] ?? "";
  try {
    if (extension === "txt" && !hasCells(textOf(bytes))) return { kind: "text", text: textOf(bytes) };
    if (extension === "csv" || extension === "tsv" || extension === "txt") return sheetsOfText(name, bytes);
    if (extension !== "xlsx" && extension !== "docx")
      return refuse(t("Choose a .csv, .xlsx, .docx or .txt file. Other formats can be saved as one of these."));
    if (!isArchive(bytes))
      return refuse(t("This is not what its name says: the file is damaged or of another format."));
    if (unpackedSize(bytes) > mostUnpacked)
      return refuse(t("This file unpacks to far more than a file of questions holds."));
    return extension === "xlsx" ? await sheetsOfWorkbook(bytes) : await wordFile(bytes);
  } catch {
    return refuse(t("This file could not be read: it is damaged, or protected by a password. Nothing was saved."));
  }
}

const refuse = (reason: string): FileRead => ({ kind: "refused", reason });

const isArchive = (bytes: ArrayBuffer) => {
  const [p, k] = new Uint8Array(bytes);
  return p === 0x50 && k === 0x4b;
};

/** Counted while unpacking, since what an archive says of itself need not be true. */
function unpackedSize(bytes: ArrayBuffer): number {
  let size = 0;
  const unzip = new Unzip((file) => {
    file.ondata = (error, chunk) => {
      if (error) throw error;
      size += chunk.length;
    };
    if (size <= mostUnpacked) file.start();
  });
  unzip.register(UnzipInflate);
  const all = new Uint8Array(bytes);
  for (let at = 0; at < all.length && size <= mostUnpacked; at += 65_536)
    unzip.push(all.subarray(at, at + 65_536), at + 65_536 >= all.length);
  return size;
}

/** UTF-16 and UTF-8 by what the file begins with, else UTF-8, or else what spreadsheets of western Europe write. */
function textOf(bytes: ArrayBuffer): string {
  const [first, second] = new Uint8Array(bytes);
  if (first === 0xff && second === 0xfe) return new TextDecoder("utf-16le").decode(bytes);
  if (first === 0xfe && second === 0xff) return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

/** A text whose lines are mostly parted by tabs is a table that a spreadsheet has saved as text. */
function hasCells(text: string): boolean {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== "");
  return lines.filter((line) => line.includes("\t")).length > lines.length / 2;
}

function sheetsOfText(name: string, bytes: ArrayBuffer): FileRead {
  const text = textOf(bytes);
  // What stands between cells is found from the rows that have any; empty ones would hide it in a short file.
  const { delimiter } = Papa.parse<string[]>(text, { skipEmptyLines: "greedy", preview: 20 }).meta;
  const { data, errors, meta } = Papa.parse<string[]>(text, {
    delimiter,
    skipEmptyLines: false,
    preview: mostRows + 1,
  });
  const quote = errors.find((error) => error.type === "Quotes");
  const findings = [
    ...(quote
      ? [
          t(
            'Row {{row}} opens a quotation mark (") that is not closed as it should be: rows after it may be swallowed by it. Look at that row, and bring the file again.',
            { row: (quote.row ?? 0) + 1 },
          ),
        ]
      : []),
    ...(data.length > mostRows || meta.truncated
      ? [t("Only the first {{mostRows}} rows are read.", { mostRows })]
      : []),
  ];
  return { kind: "sheets", sheets: [{ name, cells: data.slice(0, mostRows), findings }] };
}

async function sheetsOfWorkbook(bytes: ArrayBuffer): Promise<FileRead> {
  const sheets = await readSheets(bytes);
  return {
    kind: "sheets",
    sheets: sheets.map(({ sheet, data }) => ({
      name: sheet,
      cells: data.slice(0, mostRows).map((row) => row.map(asShown)),
      findings:
        data.length > mostRows
          ? [t("Only the first {{mostRows}} of {{rows}} rows are read.", { mostRows, rows: data.length })]
          : [],
    })),
  };
}

function asShown(cell: unknown): string {
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  if (typeof cell === "boolean") return cell ? "True" : "False";
  return typeof cell === "string" || typeof cell === "number" ? String(cell) : "";
}

async function wordFile(bytes: ArrayBuffer): Promise<FileRead> {
  let blocks: readonly WordBlock[] = [];
  let inFile: readonly WordPicture[] = [];
  await mammoth.convertToHtml(
    { arrayBuffer: bytes },
    {
      transformDocument: (document: unknown) => {
        blocks = paragraphsOf(document);
        inFile = picturesOf(document);
        return document;
      },
      // Pictures are read below: of the page that the library makes nothing is used.
      convertImage: mammoth.images.imgElement(() => Promise.resolve({ src: "" })),
    },
  );
  const pictures: PictureRead[] = [];
  // One that is missing is named, and takes nothing else with it.
  for (const { alt, read: bytesOf } of inFile.slice(0, mostPictures))
    pictures.push({ alt, bytes: await bytesOf().catch(() => null) });
  return { kind: "word", blocks, pictures };
}
