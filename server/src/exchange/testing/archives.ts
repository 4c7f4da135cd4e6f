/** Archives in tests: made in memory, broken in any way that is wanted, and opened from there. */
import { readFileSync } from "node:fs";
import { openArchive, writeArchive, type Archive, type ArchiveFile } from "../zip.ts";

export const fixture = (name: string): Buffer => readFileSync(new URL(`./fixtures/${name}`, import.meta.url));

export const archiveOf = (bytes: Buffer): Promise<Archive> =>
  openArchive({
    size: bytes.length,
    read: async function* (start, end) {
      yield await Promise.resolve(bytes.subarray(start, end));
    },
  });

/** Text or bytes by path, as the bytes of an archive. */
export async function zipped(files: Readonly<Record<string, string | Uint8Array>>): Promise<Buffer> {
  const listed = async function* (): AsyncGenerator<ArchiveFile> {
    for (const [path, content] of Object.entries(files))
      yield await Promise.resolve({ path, bytes: typeof content === "string" ? Buffer.from(content) : content });
  };
  const pieces: Buffer[] = [];
  for await (const piece of writeArchive(listed())) pieces.push(piece);
  return Buffer.concat(pieces);
}
