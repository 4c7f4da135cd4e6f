/** Archives of departments as bytes: written, read, and changed by hand. */
import type { Db } from "../../platform/database.ts";
import { filesOfArchive } from "../archive/writeDepartmentArchive.ts";
import { pathOfTable } from "../archive/manifest.ts";
import { writeLargeZip, type LargeFile } from "../largeZip.ts";
import { openArchive, type RandomAccess } from "../zip.ts";

export async function bytesOf(pieces: AsyncIterable<Buffer>): Promise<Buffer> {
  const all: Buffer[] = [];
  for await (const piece of pieces) all.push(piece);
  return Buffer.concat(all);
}
export const archiveAsBytes = (db: Db, departmentId: string, withPeople: boolean): Promise<Buffer> =>
  db
    .transaction()
    .setIsolationLevel("repeatable read")
    .execute((within) => bytesOf(writeLargeZip(filesOfArchive(within, { departmentId, withPeople }))));
export const access = (bytes: Buffer): RandomAccess => ({
  size: bytes.length,
  // eslint-disable-next-line @typescript-eslint/require-await -- what reads from a disk waits
  read: async function* (start, end) {
    yield bytes.subarray(start, end);
  },
});
export const open = (bytes: Buffer) => openArchive(access(bytes));
export const textOf = async (bytes: Buffer, path: string) => (await (await open(bytes)).read(path, 1e9)).toString();
export const rowsOf = async (bytes: Buffer, table: string) =>
  (await textOf(bytes, pathOfTable(table)))
    .split("\n")
    .filter(Boolean)
    .map((line) => JSON.parse(line) as Record<string, unknown>);

/** An archive with some of its files changed. */
export async function changed(bytes: Buffer, change: (path: string, text: string) => string | null): Promise<Buffer> {
  const archive = await open(bytes);
  async function* files(): AsyncGenerator<LargeFile> {
    for (const path of archive.paths) {
      const was = await archive.read(path, 1e9);
      const text = change(path, was.toString("latin1"));
      if (text !== null) yield { path, bytes: [Buffer.from(text, "latin1")] };
    }
  }
  return bytesOf(writeLargeZip(files()));
}
