/** "637 kB", "1.2 MB". */
import { t } from "../platform/words.ts";

export function sizeInWords(bytes: number): string {
  if (bytes < 1_000_000) return t("{{max}} kB", { max: Math.max(1, Math.round(bytes / 1000)) });
  return t("{{bytes}} MB", { bytes: (bytes / 1_000_000).toFixed(1) });
}
