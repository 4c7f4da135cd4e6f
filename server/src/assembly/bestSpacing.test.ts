import fc from "fast-check";
import { orderCost, type Strand } from "@verdant/core/assembly/orderCost";
import { randomFrom, shuffled } from "@verdant/core/random";
import { expect, test } from "vitest";
import { Caches } from "../platform/caches.ts";
import type { OpenScope } from "../platform/scope.ts";
import { bestSpacing } from "./bestSpacing.ts";
import { weaveTask } from "./weaveTask.ts";

/** A scope whose threads do their work here, and count it. */
function scopeHere() {
  const asked: unknown[] = [];
  const threads = {
    run: (_task: unknown, input: Parameters<typeof weaveTask>[0]) => {
      asked.push(input);
      return Promise.resolve(weaveTask(input));
    },
  };
  const scope = { threads, caches: new Caches(null as never), caller: { kind: "nobody" } } as unknown as OpenScope;
  return { scope, asked };
}

test("however the questions stand, the best they could is one number, no more than standing topic by topic costs, and reckoned once", async () => {
  const { scope, asked } = scopeHere();
  await fc.assert(
    fc.asyncProperty(fc.array(fc.nat(4), { minLength: 2, maxLength: 14 }), fc.string(), async (topics, seed) => {
      const strands = topics.map((topic, i): Strand => ({
        topicId: `t${topic}`,
        unitId: `u${topic % 2}`,
        kind: "",
        difficultyRank: i / 14,
      }));
      const best = await bestSpacing(scope, strands);
      const before = asked.length;
      const otherwise = shuffled(strands, randomFrom(seed));
      expect(await bestSpacing(scope, otherwise)).toBe(best);
      expect(asked.length, "known already").toBe(before);
      const blockOf = (i: number) => `${strands[i]?.unitId ?? ""} ${strands[i]?.topicId ?? ""}`;
      const sorted = [...strands.keys()].sort((a, b) => blockOf(a).localeCompare(blockOf(b)));
      expect(best).toBeLessThanOrEqual(orderCost(strands)(sorted).spacing + 1e-9);
    }),
    { numRuns: 40 },
  );
});
