/** Zip archives, read within bounds and written piece by piece. */
import { Zip, ZipDeflate, ZipPassThrough } from "fflate";
import { posix } from "node:path";
import { Readable } from "node:stream";
import { inflateRawSync } from "node:zlib";
import yauzl from "yauzl";
import { Failure } from "../platform/failure.ts";

/** What bounds the work on an archive, whatever it says of itself: sizes are counted while they are read. */
export interface ArchiveBounds {
  readonly entries: number;
  readonly bytes: number;
  /** How many times larger than packed an entry above a megabyte may be. */
  readonly ratio: number;
}
const archiveBounds: ArchiveBounds = { entries: 25_000, bytes: 600 * 1024 * 1024, ratio: 200 };
const megabyte = 1024 * 1024;
const smallBytes = megabyte / 4;
/** The number of the method in an archive. */
const deflated = 8;

/** Reads any part of an archive. */
export interface RandomAccess {
  readonly size: number;
  /** Bytes from `start` up to `end`, which is not included. */
  readonly read: (start: number, end: number) => AsyncIterable<Buffer>;
}

export interface Archive {
  /** Paths of all files in it, as they are written. */
  readonly paths: ReadonlySet<string>;
  /** @throws Failure where it has more than `most` bytes, or is not what the archive says it is */
  readonly read: (path: string, most: number) => Promise<Buffer>;
  /** The same, piece by piece. */
  readonly pieces: (path: string, most: number) => AsyncGenerator<Buffer>;
}

class Reader extends yauzl.RandomAccessReader {
  private readonly source: RandomAccess;
  constructor(source: RandomAccess) {
    super();
    this.source = source;
  }
  override _readStreamForRange(start: number, end: number): Readable {
    return Readable.from(this.source.read(start, end), { objectMode: false });
  }
  /** Without a stream for every few bytes. */
  override read(
    buffer: Buffer,
    offset: number,
    length: number,
    position: number,
    callback: (error: Error | null) => void,
  ): void {
    this.bytes(position, position + length).then((bytes) => {
      bytes.copy(buffer, offset);
      callback(bytes.length === length ? null : new Error("unexpected EOF"));
    }, callback);
  }
  async bytes(start: number, end: number): Promise<Buffer> {
    const all: Buffer[] = [];
    for await (const piece of this.source.read(start, end)) all.push(piece);
    return all.length === 1 && all[0] ? all[0] : Buffer.concat(all);
  }
}

/** Folders are none of its files. Names are compared as people and computers read them: in one form, without capitals. */
const sameName = (path: string) => path.normalize("NFC").toLowerCase();

/**
 * Opens an archive.
 *
 * @throws Failure names that lead out of it, links, names that are there twice, too many files, or no archive at all
 */
export async function openArchive(source: RandomAccess, bounds: ArchiveBounds = archiveBounds): Promise<Archive> {
  const broken = (error: unknown) =>
    new Failure("archiveBroken", { why: error instanceof Error ? error.message.slice(0, 200) : "" }, { cause: error });
  const reader = new Reader(source);
  const zip = await yauzl
    .fromRandomAccessReaderPromise(reader, source.size, {
      lazyEntries: true,
      autoClose: false,
      strictFileNames: true,
    })
    .catch((error: unknown) => {
      throw broken(error);
    });
  if (zip.entryCount > bounds.entries) throw new Failure("archiveTooMany", { most: bounds.entries });
  const entries = new Map<string, yauzl.Entry>();
  const names = new Set<string>();
  try {
    for await (const entry of zip.eachEntry()) {
      const { fileName } = entry;
      if (fileName.endsWith("/")) continue;
      const isLink = ((entry.externalFileAttributes >>> 16) & 0o170000) === 0o120000;
      if (isLink || fileName.includes("\0") || entry.isEncrypted())
        throw new Failure("archiveUnsafe", { file: fileName.slice(0, 200) });
      if (names.has(sameName(fileName))) throw new Failure("archiveNameTwice", { file: fileName.slice(0, 200) });
      names.add(sameName(fileName));
      entries.set(fileName, entry);
    }
  } catch (error) {
    throw error instanceof Failure ? error : broken(error);
  }
  let inflated = 0;
  /** A small entry in one go: a stream and a thread for each of ten thousand take longer than all of the inflating. */
  async function wholeOf(entry: yauzl.Entry): Promise<Buffer> {
    const { fileDataStart } = await zip.readLocalFileHeaderPromise(entry, { minimal: true });
    const packed = await reader.bytes(fileDataStart, fileDataStart + entry.compressedSize);
    // No more than it says it holds: what is longer lies, and is not unpacked.
    const bytes = inflateRawSync(packed, { maxOutputLength: Math.max(1, entry.uncompressedSize) });
    if (bytes.length !== entry.uncompressedSize) throw new Error("its size is not what the archive says");
    return bytes;
  }
  async function* piecesOf(entry: yauzl.Entry): AsyncGenerator<Buffer> {
    const isSmall = entry.compressedSize <= smallBytes && entry.uncompressedSize <= megabyte;
    if (isSmall && entry.compressionMethod === deflated) yield await wholeOf(entry);
    else yield* (await zip.openReadStreamPromise(entry)) as AsyncIterable<Buffer>;
  }
  async function* pieces(path: string, most: number): AsyncGenerator<Buffer> {
    const named = { file: path.slice(0, 200) };
    const entry = entries.get(path);
    if (!entry) throw new Failure("archiveFileMissing", named);
    const tooLarge = () => new Failure("archiveFileTooLarge", { ...named, megabytes: Math.round(most / megabyte) });
    if (entry.uncompressedSize > most) throw tooLarge();
    let size = 0;
    try {
      for await (const piece of piecesOf(entry)) {
        size += piece.length;
        inflated += piece.length;
        if (size > most) throw tooLarge();
        const isBomb = size > megabyte && size > bounds.ratio * Math.max(1, entry.compressedSize);
        if (isBomb || inflated > bounds.bytes) throw new Failure("archiveBomb", named);
        yield piece;
      }
    } catch (error) {
      throw error instanceof Failure ? error : broken(error);
    }
  }
  return {
    paths: new Set(entries.keys()),
    pieces,
    read: async (path, most) => {
      const all: Buffer[] = [];
      for await (const piece of pieces(path, most)) all.push(piece);
      return Buffer.concat(all);
    },
  };
}

/**
 * The path in an archive that an address in one of its files means; null where it leads out of the archive, or elsewhere.
 *
 * @param from path of the file that the address stands in
 */
export function pathOf(from: string, href: string): string | null {
  if (/^[a-z][a-z0-9+.-]*:/i.test(href) || href.startsWith("/") || href.includes("\\")) return null;
  let plain: string;
  try {
    plain = decodeURIComponent(href.replace(/[?#].*$/s, ""));
  } catch {
    return null;
  }
  const path = posix.normalize(posix.join(posix.dirname(from), plain));
  return path.startsWith("..") || path.startsWith("/") || path.includes("\0") || plain === "" ? null : path;
}

export interface ArchiveFile {
  readonly path: string;
  /** All of it, or piece by piece where that would be much. */
  readonly bytes: Uint8Array | Iterable<Uint8Array>;
}

/** Of which packing again makes nothing smaller. */
export const isPacked = (path: string): boolean => /\.(png|jpe?g|webp|gif|mp[34]|m4a|ogg|wav|webm)$/.test(path);

/** Files as an archive, piece by piece; what is packed already is not packed again. */
export async function* writeArchive(files: AsyncIterable<ArchiveFile>): AsyncGenerator<Buffer> {
  let ready: Uint8Array[] = [];
  const zip = new Zip((error, piece) => {
    if (error) throw error;
    ready.push(piece);
  });
  const taken = () => {
    const all = ready.map((piece) => Buffer.from(piece));
    ready = [];
    return all;
  };
  for await (const { path, bytes } of files) {
    const entry = isPacked(path) ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 });
    // The same bytes give the same archive, whenever it is written.
    entry.mtime = new Date(1980, 0, 1, 12);
    zip.add(entry);
    for (const piece of bytes instanceof Uint8Array ? [bytes] : bytes) {
      entry.push(piece);
      yield* taken();
    }
    entry.push(new Uint8Array(0), true);
    yield* taken();
  }
  zip.end();
  yield* taken();
}
