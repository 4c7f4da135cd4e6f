import type { FileRead } from "./readFileWorker.ts";
import { t } from "../../platform/words.ts";

/** Bytes of a file that is opened at all. */
const largest = 20_000_000;
/** Milliseconds after which reading is given up. */
const longest = 30_000;

/** Reads a file of questions in a thread of its own; whatever it holds, the answer comes, and the page goes on. */
export async function readFile(file: File): Promise<FileRead> {
  if (file.size > largest)
    return {
      kind: "refused",
      reason: t("This file is larger than 20 MB. Remove its pictures, or import it in parts."),
    };
  const worker = new Worker(new URL("./readFileWorker.ts", import.meta.url), { type: "module" });
  const bytes = await file.arrayBuffer();
  return new Promise((resolve) => {
    const end = (read: FileRead) => {
      clearTimeout(timer);
      worker.terminate();
      resolve(read);
    };
    const timer = setTimeout(() => {
      end({ kind: "refused", reason: t("Reading this file took too long, so it was stopped. Import it in parts.") });
    }, longest);
    worker.onmessage = ({ data }: MessageEvent<FileRead>) => {
      end(data);
    };
    worker.onerror = () => {
      end({ kind: "refused", reason: t("This file could not be read. Nothing was saved.") });
    };
    worker.postMessage({ name: file.name, bytes }, [bytes]);
  });
}
