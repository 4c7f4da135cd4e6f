/**
 * What the writer of workbooks takes for `fflate` (see vite.config.ts): from 160 KB on that zips in a worker made from a
 * blob, which our policy forbids, and then waits for it for ever.
 */
import { zipSync, type AsyncZippable, type FlateError } from "fflate";

export { strToU8, zipSync } from "fflate";

export function zip(files: AsyncZippable, done: (error: FlateError | null, archive: Uint8Array) => void): void {
  done(null, zipSync(files));
}
