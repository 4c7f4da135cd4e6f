/** What the bank says of a content by itself. */
import { createHash } from "node:crypto";
import { canonicalJson } from "@verdant/core/canonicalJson";
import type { Fault } from "@verdant/core/items/kind";
import { faultsOf as contentFaults, type Content } from "@verdant/core/items/kinds";

/** What keeps an item from being used: only stem, key and topic are asked for. */
export function faultsOf(content: Content, topicId: string | null): Fault[] {
  const topic: Fault[] = topicId === null ? [{ path: ["topicId"], code: "topicMissing" }] : [];
  return [...contentFaults(content), ...topic];
}

/** Hash of a content whatever the order of its keys: jsonb does not keep it. */
export const hashOfContent = (content: Content): string =>
  createHash("sha256").update(canonicalJson(content)).digest("hex");
