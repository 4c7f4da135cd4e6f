import type { FileRead } from "./readFileWorker.ts";

/** Bytes of a file that is opened at all. */
const largest = 20_000_000;
/** Milliseconds after which reading is given up. */
const longest = 30_000;

/** Reads a file of questions in a thread of its own; whatever it holds, the answer comes, and the page goes on. */
export async function readFile(file: File): Promise<FileRead> {
  if (file.size > largest)
    return { kind: "refused", reason: "This file is larger than 20 MB. Take the pictures out, or bring it in parts." };
  const worker = new Worker(new URL("./readFileWorker.ts", import.meta.url), { type: "module" });
  const bytes = await file.arrayBuffer();
  return new Promise((resolve) => {
    const end = (read: FileRead) => {
      clearTimeout(timer);
      worker.terminate();
      resolve(read);
    };
    const timer = setTimeout(() => {
      end({ kind: "refused", reason: "Reading this file took too long, so it was given up. Bring it in parts." });
    }, longest);
    worker.onmessage = ({ data }: MessageEvent<FileRead>) => {
      end(data);
    };
    worker.onerror = () => {
      end({ kind: "refused", reason: "This file could not be read. Nothing was kept." });
    };
    worker.postMessage({ name: file.name, bytes }, [bytes]);
  });
}
