/** Pictures and recordings of a package: made safe once, told by their hashes, and kept aside until they are taken in. */
import type { FileMedia } from "@verdant/contract/exchange";
import { limits } from "@verdant/contract/wire";
import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { basename, join } from "node:path";
import { hashOfBytes } from "../../media/service.ts";
import { recordingTypeOf } from "../../media/recording.ts";
import { isPicture, reencodeTask } from "../../media/reencodeTask.ts";
import { Failure } from "../../platform/failure.ts";
import type { Archive } from "../zip.ts";
import type { Shown } from "./readText.ts";

export interface PackageMedia {
  /** What a file is; undefined where it is nothing that can be shown. */
  readonly shown: (path: string) => Promise<Shown | undefined>;
  /** The paths that were asked for and can be shown. */
  readonly paths: () => string[];
  /** Everything that was asked for, one at a time. */
  readonly all: () => AsyncGenerator<FileMedia>;
  readonly close: () => Promise<void>;
}

type Row = Omit<FileMedia, "base64">;

/**
 * @param names what pictures and recordings are called, by their hashes: of a package that we have written
 * @throws never for a file that is broken: that file cannot be shown
 */
export async function mediaOfPackage(
  archive: Archive,
  names: ReadonlyMap<string, Partial<Row>>,
): Promise<PackageMedia> {
  const folder = await mkdtemp(join(tmpdir(), "package-media-"));
  const known = new Map<string, Shown | undefined>();
  const rows = new Map<string, Row>();

  const keep = async (
    bytes: Uint8Array,
    row: Omit<Row, "hash" | "name" | "description" | "credit">,
    path: string,
  ): Promise<Row> => {
    const hash = hashOfBytes(bytes);
    const { name = basename(path).slice(0, limits.alt), description = "", credit = "" } = names.get(hash) ?? {};
    const whole = { hash, ...row, name, description, credit };
    if (!rows.has(hash)) await writeFile(join(folder, hash), bytes);
    rows.set(hash, whole);
    return whole;
  };

  const look = async (path: string): Promise<Shown | undefined> => {
    if (!archive.paths.has(path)) return undefined;
    let bytes: Buffer;
    try {
      bytes = await archive.read(path, limits.recordingBytes);
    } catch (error) {
      // A file that grows without end stops all of it; one that is broken or too large only cannot be shown.
      if (!(error instanceof Failure) || error.code === "archiveBomb") throw error;
      return undefined;
    }
    if (/\.vtt$/i.test(path))
      return { kind: "words", text: wordsOfCaptions(bytes.toString("utf8")).slice(0, limits.transcript) };
    const recording = recordingTypeOf(bytes);
    if (recording) {
      const { hash } = await keep(bytes, { mime: recording.mime, width: null, height: null }, path);
      return { kind: recording.kind, hash };
    }
    const own = await ownPicture(bytes, path, names);
    const made = own ?? (bytes.length > limits.mediaBytes ? null : await reencodeTask({ bytes }));
    if (!made?.ok) return undefined;
    const { hash } = await keep(made.bytes, { mime: made.mime, width: made.width, height: made.height }, path);
    return { kind: "picture", hash, width: made.width, height: made.height };
  };

  return {
    shown: async (path) => {
      if (!known.has(path)) known.set(path, await look(path));
      return known.get(path);
    },
    paths: () => [...known].flatMap(([path, shown]) => (shown === undefined ? [] : [path])),
    all: async function* () {
      for (const row of rows.values())
        yield { ...row, base64: (await readFile(join(folder, row.hash))).toString("base64") };
    },
    close: () => rm(folder, { recursive: true, force: true }),
  };
}

/** A picture of ours is in its final form: writing it anew could change its bytes, and with them what it is called. */
async function ownPicture(bytes: Buffer, path: string, names: ReadonlyMap<string, Partial<Row>>) {
  const row = names.get(hashOfBytes(bytes));
  if (!row || !path.includes(hashOfBytes(bytes)) || row.width == null || row.height == null) return null;
  const { mime = "", width, height } = row;
  const isFinal = /^image\/(png|jpeg|webp)$/.test(mime) && (await isPicture(bytes, { mime, width, height }));
  return isFinal ? { ok: true as const, bytes, mime, width, height } : null;
}

/** What is said, without times and marks. */
export const wordsOfCaptions = (captions: string): string =>
  captions
    .replaceAll("\r", "")
    .split(/\n{2,}/)
    .filter((cue) => cue.includes("-->"))
    .map((cue) =>
      cue
        .slice(cue.indexOf("\n", cue.indexOf("-->")) + 1)
        .replaceAll(/<[^>]*>/g, "")
        .replaceAll("\n", " ")
        .trim(),
    )
    .join("\n");
