/** Does imports and exports in the background; what cannot be done says why, and leaves all as it was. */
import type { JobKind } from "../platform/jobs.ts";
import { textOf } from "@verdant/core/bank/writtenItems";
import { leadWhoAsked } from "../platform/asker.ts";
import { isOverloaded, isUnreachable } from "../platform/database.ts";
import { Failure } from "../platform/failure.ts";
import type { Brought, QuizLayout, ReadBesides } from "../platform/transferTables.ts";
import { atomically, type Member, type Scope } from "../platform/scope.ts";
import { itemReader, writeDepartmentFile } from "./exportDepartment.ts";
import { isPackage, type FileItem, type Imported, type Transfer } from "@verdant/contract/exchange";
import type { Note, ReportRow } from "@verdant/contract/packages";
import { manifestPath } from "./archive/manifest.ts";
import { filesOfArchive } from "./archive/writeDepartmentArchive.ts";
import { filesOfPackage } from "./exportPackage.ts";
import { countsOf, keepParts } from "./keptParts.ts";
import { writeLargeZip } from "./largeZip.ts";
import { askedAbout, knownTo } from "./knownTo.ts";
import { mediaOfPackage } from "./qti/packageMedia.ts";
import { readPackage, type ReadPackage } from "./qti/readPackage.ts";
import { structureOf } from "./qti/structure.ts";
import { asChosen, lookAt } from "./findings.ts";
import { deleteFindings } from "./findingStore.ts";
import { importDepartment, type Importing } from "./importDepartment.ts";
import { MovedOn } from "./importItems.ts";
import { besidesItems, digestOf, readBefore } from "./readBefore.ts";
import { mediaOfFile, readDepartmentFile } from "./readDepartmentFile.ts";
import { readTable } from "./table/readTable.ts";
import { readCsv, readWorkbook, tableBounds, type Sheet } from "./table/sheets.ts";
import { wordFileOf } from "./text/wordFile.ts";
import { linesOf } from "./text/writtenText.ts";
import { writeTable } from "./table/writeTable.ts";
import { accessTo, keepPieces, piecesOf, saidOf } from "./transfers.ts";
import { findDepartment } from "./store.ts";
import * as store from "./transferStore.ts";
import { openArchive, writeArchive, type Archive } from "./zip.ts";

/** Somebody has cancelled it meanwhile: what was begun goes back. */
class Cancelled extends Error {}

export const transfers: JobKind = {
  name: "transfer-files",
  mostSeconds: 1800,
  due: async ({ db }, besides) =>
    (await store.listUnfinished(db, besides, 100)).map(({ departmentId, id }) => ({ departmentId, subject: id })),
  work: async (scope, { departmentId, subject }) => {
    const { db, now, log } = scope;
    const moveOn = (to: Parameters<typeof store.moveOn>[4]) =>
      store.moveOn(db, departmentId, subject, ["waiting", "running"], to);
    const transfer = await store.findTransfer(db, departmentId, subject);
    if (!transfer || !(await moveOn({ state: "running", share: 0 }))) return;
    try {
      const caller = await leadWhoAsked(scope, departmentId, transfer.askedById);
      if (transfer.kind === "export") await writeOut({ ...scope, caller }, subject, transfer.format);
      else await bringOrShowAnew({ ...scope, caller }, transfer);
    } catch (error) {
      if (error instanceof Cancelled) return;
      // Tried again by the queue; a broken file is broken the next time too.
      if (isOverloaded(error) || isUnreachable(error)) throw error;
      if (!(error instanceof Failure)) log.error({ err: error, transfer: subject }, "a transfer failed");
      const problem = saidOf(error instanceof Failure ? error : new Failure("transferFailed"));
      await moveOn({ state: "failed", finishedAt: now(), problem });
      await store.deletePieces(db, departmentId, subject);
      await deleteFindings(db, { departmentId, transferId: subject });
    }
  },
};

type Known = NonNullable<Awaited<ReturnType<typeof store.findTransfer>>>;
interface Coming extends Pick<Known, "id" | "bytes" | "looksFirst" | "agreedAt"> {
  /** It was agreed to, and the bank is no longer what was shown. */
  readonly isMovedOn?: true;
}

/** What was agreed to is read anew where the bank has moved on: a table says something else then. */
async function bringOrShowAnew(scope: Scope<Member>, coming: Coming): Promise<void> {
  try {
    await bringIn(scope, coming);
  } catch (error) {
    if (!(error instanceof MovedOn)) throw error;
    await bringIn(scope, { ...coming, agreedAt: null, isMovedOn: true });
  }
}

/** Read and looked at piece by piece first; then written in one transaction, pictures one at a time. */
async function bringIn(scope: Scope<Member>, coming: Coming): Promise<void> {
  const { db } = scope;
  const { departmentId } = scope.caller;
  const { id, bytes } = coming;
  const media = (within: Scope<Member>) => mediaOfFile(piecesOf(within.db, departmentId, id));
  const before = coming.agreedAt === null ? undefined : await readBefore(scope, id);
  if (before?.ofPackage) {
    const archive = await openArchive(accessTo(db, departmentId, id, bytes));
    return bringPackage(scope, coming, archive, { body: before.body, ...before.ofPackage });
  }
  if (before) return settle(scope, coming, { body: before.body, media });
  let read = 0;
  async function* counted(): AsyncGenerator<Buffer> {
    for await (const piece of piecesOf(db, departmentId, id)) {
      yield piece;
      read += piece.length;
      const share = bytes === 0 ? 0 : Math.min(1, read / bytes);
      if (!(await store.moveOn(db, departmentId, id, ["running"], { share }))) throw new Cancelled();
    }
  }
  const { bytes: start } = (await store.findPiece(db, departmentId, id, 0)) ?? { bytes: Buffer.alloc(0) };
  if (isArchive(start)) return bringArchive(scope, coming);
  if (!isJson(start)) return bringTable(scope, coming, await csvOf(counted()));
  const body = await readDepartmentFile(counted());
  await settle(scope, coming, { body, media, readBesides: besidesItems(body, null) });
}

/** A file that has been read: what is to be imported of it, and what is to be said. */
interface Arrived extends Pick<Importing, "body" | "ofOthers" | "versions"> {
  readonly media?: (within: Scope<Member>) => Importing["media"];
  /** Keeps what came and cannot be used. */
  readonly keep?: (within: Scope<Member>) => Promise<void>;
  readonly report?: readonly ReportRow[];
  readonly notes?: readonly Note[];
  /** What is kept of it until the yes; absent where it is read anew. */
  readonly readBesides?: ReadBesides;
}

/** Imports what has arrived; or shows what that would do, where somebody wants to look first. */
async function settle(scope: Scope<Member>, coming: Coming, arrived: Arrived): Promise<void> {
  if (!coming.looksFirst) return writeIn(scope, coming, arrived);
  if (coming.agreedAt === null) return showFirst(scope, coming, arrived);
  await writeIn(scope, coming, arrived, await asChosen(scope, coming.id, arrived.body));
}

function saidOfFile({ report, notes }: Arrived, more: readonly Note[] = []): Pick<Imported, "parts" | "notes"> {
  const all = [...(notes ?? []), ...more];
  return { ...(report && { parts: countsOf(report) }), ...((notes !== undefined || all.length > 0) && { notes: all }) };
}

async function writeIn(
  scope: Scope<Member>,
  { id }: Coming,
  arrived: Arrived,
  chosen: Partial<Awaited<ReturnType<typeof asChosen>>> = {},
): Promise<void> {
  const { departmentId } = scope.caller;
  const { body, ofOthers, versions, report } = arrived;
  await atomically(scope, async (within) => {
    const brought: Brought = { created: [], changed: [] };
    const media = arrived.media?.(within) ?? [];
    const made = await importDepartment(within, { body, ofOthers, versions, ...chosen, media, brought });
    await arrived.keep?.(within);
    const imported = { ...made, ...saidOfFile(arrived) };
    const to = {
      state: "done",
      finishedAt: scope.now(),
      imported,
      brought,
      ...(report && { report }),
      share: 1,
    } as const;
    if (!(await store.moveOn(within.db, departmentId, id, ["running"], to))) throw new Cancelled();
    await store.deletePieces(within.db, departmentId, id);
    await deleteFindings(within.db, { departmentId, transferId: id });
  });
}

async function showFirst(scope: Scope<Member>, { id, isMovedOn }: Coming, arrived: Arrived): Promise<void> {
  const { departmentId } = scope.caller;
  const { body, ofOthers, versions, report, readBesides = null } = arrived;
  const importing = { body, ofOthers, versions };
  const { imported: would, notes, keep } = await lookAt(scope, id, importing, { keepsItems: readBesides !== null });
  const more: Note[] = [...(isMovedOn ? [{ code: "bankMovedOn" as const, terms: {} }] : []), ...notes];
  await atomically(scope, async (within) => {
    await keep(within);
    const imported = { ...would, ...saidOfFile(arrived, more) };
    const to = { state: "read", imported, ...(report && { report }), readBesides, share: 1, agreedAt: null } as const;
    if (!(await store.moveOn(within.db, departmentId, id, ["running"], to))) throw new Cancelled();
  });
}

const isArchive = (start: Buffer) => start.subarray(0, 4).toString("latin1") === "PK\u0003\u0004";

/** What begins like an object or a list, after white space and the mark of UTF-8. */
const isJson = (start: Buffer) => /^(\u00ef\u00bb\u00bf)?\s*[[{]/.test(start.subarray(0, 1000).toString("latin1"));

async function bringArchive(scope: Scope<Member>, file: Coming): Promise<void> {
  const { db, caller } = scope;
  const archive = await openArchive(accessTo(db, caller.departmentId, file.id, file.bytes));
  if (archive.paths.has(manifestPath)) throw new Failure("archiveNotHere");
  if (archive.paths.has("enrollments.csv") || archive.paths.has("manifest.csv")) throw new Failure("listsHere");
  if (archive.paths.has("word/document.xml")) throw new Failure("wordFileNotHere");
  if (!archive.paths.has(workbookPath)) return bringPackage(scope, file, archive);
  if (file.bytes > tableBounds.bytes) throw new Failure("fileTooLarge", { megabytes: tableBounds.bytes / 1024 ** 2 });
  const sheets = await readWorkbook(archive, await allOf(piecesOf(db, caller.departmentId, file.id)));
  return bringTable(scope, file, { sheets, format: "workbook", notes: [] });
}

/** Every workbook has it, and no package. */
const workbookPath = "xl/workbook.xml";

async function allOf(pieces: AsyncIterable<Buffer>): Promise<Buffer> {
  const all: Buffer[] = [];
  let size = 0;
  for await (const piece of pieces) {
    size += piece.length;
    if (size > tableBounds.bytes) throw new Failure("fileTooLarge", { megabytes: tableBounds.bytes / 1024 ** 2 });
    all.push(piece);
  }
  return Buffer.concat(all);
}

interface Sheets {
  readonly sheets: readonly Sheet[];
  readonly format: "table" | "workbook";
  readonly notes: readonly Note[];
}

async function csvOf(pieces: AsyncIterable<Buffer>): Promise<Sheets> {
  const { sheet, separator, encoding } = readCsv(await allOf(pieces));
  const notes: Note[] = [
    ...(separator === ","
      ? []
      : [{ code: "separatorRead" as const, terms: { separator: separator === "\t" ? "tab" : separator } }]),
    ...(encoding === null ? [] : [{ code: "encodingAssumed" as const, terms: { encoding } }]),
  ];
  return { sheets: [sheet], format: "table", notes };
}

/** So often a table is compared anew, where somebody saves an item of it between reading and writing. */
const mostTries = 5;

/** The rows are read first, each by itself; then all that can be used is written in one transaction. */
async function bringTable(scope: Scope<Member>, coming: Coming, { sheets, format, notes }: Sheets): Promise<void> {
  const { departmentId } = scope.caller;
  const moveOn = async (share: number) => {
    if (!(await store.moveOn(scope.db, departmentId, coming.id, ["running"], { share, format }))) throw new Cancelled();
  };
  for (let tries = 1; ; tries++) {
    await moveOn(0);
    const { body, report, notes: ofTable, versions } = await readTable(sheets, askedAbout(scope), moveOn);
    await moveOn(1);
    try {
      await settle(scope, coming, { body, versions, report, notes: [...notes, ...ofTable] });
      return;
    } catch (error) {
      if (!(error instanceof Failure) || error.kind !== "stale" || tries === mostTries) throw error;
    }
  }
}

/** The parts of a package are read first, each by itself; then all that can be used is written in one transaction. */
async function bringPackage(
  scope: Scope<Member>,
  coming: Coming,
  archive: Archive,
  before?: ReadPackage & { readonly shown: readonly string[] },
): Promise<void> {
  const { db, caller } = scope;
  const { departmentId } = caller;
  const { id, bytes } = coming;
  const moveOn = async (share: number) => {
    if (!(await store.moveOn(db, departmentId, id, ["running"], { share, format: "package" }))) throw new Cancelled();
  };
  await moveOn(0);
  const structure = await structureOf(archive);
  const media = await mediaOfPackage(archive, new Map(structure?.media.map((row) => [row.hash, row])));
  try {
    const known = await knownTo(scope);
    const { body, ofOthers, kept, report } =
      before ?? (await readPackage({ archive, media, structure, known }, moveOn));
    for (const path of before?.shown ?? []) await media.shown(path);
    await moveOn(1);
    const ofPackage = { ofOthers: [...ofOthers], kept, shown: media.paths(), known: digestOf(known) };
    const keep = async (within: Scope<Member>) => {
      // Through the transaction's own connection: it must not wait for another.
      if (kept.length > 0)
        await keepParts(within, await openArchive(accessTo(within.db, departmentId, id, bytes)), kept);
    };
    const readBesides = besidesItems(body, ofPackage);
    await settle(scope, coming, { body, media: () => media.all(), ofOthers, keep, report, readBesides });
  } finally {
    await media.close();
  }
}

/** All of it as it stood at one moment. */
async function writeOut(scope: Scope<Member>, transferId: string, format: Transfer["format"]): Promise<void> {
  const { departmentId } = scope.caller;
  const { itemIds, quiz } = await store.findContents(scope.db, departmentId, transferId);
  const bytes = await scope.db
    .transaction()
    .setIsolationLevel("repeatable read")
    .execute(async (db) => {
      await store.deletePieces(db, departmentId, transferId);
      const tooLarge = isWhole(format) ? () => new Failure("archiveTooLarge", { megabytes: 500 }) : undefined;
      return keepPieces(
        db,
        { departmentId, id: transferId },
        await bytesOf({ ...scope, db }, format, { itemIds, quiz }),
        tooLarge,
      );
    });
  // Apart from the moment above: a row that somebody has changed since could not be written from there.
  const to = { state: "done", finishedAt: scope.now(), bytes, share: 1 } as const;
  if (await store.moveOn(scope.db, departmentId, transferId, ["running"], to)) return;
  await store.deletePieces(scope.db, departmentId, transferId);
}

const isWhole = (format: Transfer["format"]) => format === "archive" || format === "archiveWithoutPeople";

interface Contents {
  /** The items that it is to hold; null: all. */
  readonly itemIds: readonly string[] | null;
  /** The quiz that it is of. */
  readonly quiz: QuizLayout | null;
}

async function bytesOf(
  scope: Scope<Member>,
  format: Transfer["format"],
  { itemIds, quiz }: Contents,
): Promise<AsyncIterable<Buffer> | Iterable<Buffer>> {
  if (isPackage(format)) return writeArchive(filesOfPackage(scope, format, { itemIds, quiz }));
  if (format === "archive" || format === "archiveWithoutPeople") {
    const asked = { departmentId: scope.caller.departmentId, withPeople: format === "archive" };
    return writeLargeZip(filesOfArchive(scope.db, asked));
  }
  if (format === "department") return inBytes(writeDepartmentFile(scope));
  const { all } = await itemReader(scope, itemIds);
  return format === "text" || format === "word" ? [await textFileOf(scope, format, all())] : writeTable(all, format);
}

async function textFileOf(
  { db, caller }: Scope<Member>,
  format: "text" | "word",
  items: AsyncIterable<FileItem>,
): Promise<Buffer> {
  const { name } = await findDepartment(db, caller.departmentId);
  const lines = await linesOf(items, name);
  // With the mark of UTF-8, by which every editor knows what it is.
  return format === "word" ? wordFileOf(lines, name) : Buffer.from(`\ufeff${textOf(lines)}\n`);
}

async function* inBytes(texts: AsyncIterable<string>): AsyncGenerator<Buffer> {
  for await (const text of texts) yield Buffer.from(text);
}
