/** Files on this machine, for the commands of whoever runs an installation. */
import { open } from "node:fs/promises";
import type { RandomAccess } from "./zip.ts";

const pieceBytes = 512 * 1024;

/** Any part of a file on this machine. */
export async function openLocalFile(path: string): Promise<RandomAccess & { close: () => Promise<void> }> {
  const file = await open(path, "r");
  const { size } = await file.stat();
  return {
    size,
    close: () => file.close(),
    read: async function* (start, end) {
      for (let at = start; at < end; at += pieceBytes) {
        const piece = Buffer.alloc(Math.min(pieceBytes, end - at));
        await file.read(piece, 0, piece.length, at);
        yield piece;
      }
    },
  };
}
