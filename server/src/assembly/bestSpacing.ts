/** How far apart the questions of a quiz could stand at best: the same whatever order they stand in, so it is reckoned once. */
import { createHash } from "node:crypto";
import { orderCost, type Strand } from "@verdant/core/assembly/orderCost";
import { LRUCache } from "lru-cache";
import type { OpenScope } from "../platform/scope.ts";
import { inThread } from "../platform/threads.ts";
import { weave } from "./tasks.ts";

const known = () => new LRUCache<string, number>({ max: 10_000 });

/** Spacing cost of the best order found for these questions. */
export async function bestSpacing(scope: OpenScope, strands: readonly Strand[]): Promise<number> {
  const sorted = strands.map((one) => ({ one, key: JSON.stringify(one) })).sort((a, b) => (a.key < b.key ? -1 : 1));
  const key = createHash("sha256")
    .update(sorted.map((each) => each.key).join())
    .digest("base64");
  const kept = scope.caches.of(known);
  const before = kept.get(key);
  if (before !== undefined) return before;
  const inOrder = sorted.map(({ one }) => one);
  const order = await inThread(scope, weave, { strands: inOrder, seed: key }, { lane: "short", budgetMs: 5000 });
  const { spacing } = orderCost(inOrder)(order);
  kept.set(key, spacing);
  return spacing;
}
