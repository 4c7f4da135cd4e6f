/** Identifiers of what came without one. */
import { createHash } from "node:crypto";

/** The same words give the same identifier, so that what comes or goes again is known again. */
export function guidFrom(words: string): string {
  const hex = createHash("sha256").update(`verdant-loop ${words}`).digest("hex");
  return [hex.slice(0, 8), hex.slice(8, 12), `8${hex.slice(13, 16)}`, `8${hex.slice(17, 20)}`, hex.slice(20, 32)].join(
    "-",
  );
}
