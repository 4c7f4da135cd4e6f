/** Zip files of any size, written piece by piece: more than four gigabytes need a form that the smaller writer does not know. */
import { PassThrough, Readable } from "node:stream";
import { finished } from "node:stream/promises";
import yazl from "yazl";
import { isPacked } from "./zip.ts";

export interface LargeFile {
  readonly path: string;
  readonly bytes: AsyncIterable<Buffer> | Iterable<Buffer>;
}

/** Files as a zip file; each is asked for when the one before it has been written. The same files give the same bytes. */
export async function* writeLargeZip(files: AsyncIterable<LargeFile>): AsyncGenerator<Buffer> {
  const zip = new yazl.ZipFile();
  const out = new PassThrough();
  zip.outputStream.pipe(out);
  const feed = async () => {
    for await (const { path, bytes } of files) {
      const options = {
        ...{ mtime: new Date(1980, 0, 1, 12), forceDosTimestamp: true, mode: 0o100644 },
        compress: !isPacked(path),
      };
      await new Promise<void>((resolve, reject) => {
        // The list of what was written stays until the end, and would hold all bytes with it.
        let source: LargeFile["bytes"] | null = bytes;
        zip.addReadStreamLazy(path, options, (give) => {
          const stream = Readable.from(source ?? [], { objectMode: false });
          source = null;
          finished(stream, { writable: false }).then(resolve, reject);
          give(null, stream);
        });
      });
    }
    zip.end();
  };
  zip.on("error", (error: Error) => out.destroy(error));
  feed().catch((error: unknown) => out.destroy(error instanceof Error ? error : new Error(String(error))));
  for await (const piece of out) yield piece as Buffer;
}
