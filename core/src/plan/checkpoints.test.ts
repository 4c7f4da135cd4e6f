import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { checkpointSpacing, checkpointsToKeep } from "./checkpoints.ts";

/** What is kept after so many places, one checkpoint every spacing and thinned each time. */
function keptAfter(places: number): number[] {
  let kept: number[] = [];
  for (let head = checkpointSpacing; head <= places; head += checkpointSpacing)
    kept = checkpointsToKeep(head, [...kept, head]);
  return kept;
}

describe("checkpoints", () => {
  it("are few however long the class has answered", () => {
    expect(keptAfter(64)).toEqual([64]);
    expect(keptAfter(100_000).length).toBeLessThanOrEqual(12);
    expect(keptAfter(2_048).length).toBeLessThanOrEqual(6);
  });

  it("going back folds no more than four times what was gone back, and three spacings: at every head, just behind each", () => {
    let kept: number[] = [];
    for (let head = checkpointSpacing; head <= 20_000; head += checkpointSpacing) {
      kept = checkpointsToKeep(head, [...kept, head]);
      // Just behind a checkpoint is the worst place to go back to.
      for (const seq of kept) {
        const now = head + checkpointSpacing - 1;
        const back = now - seq + 1;
        const from = Math.max(0, ...kept.filter((one) => one <= now - back));
        expect(now - from, `${String(now)} back to ${String(now - back)}`).toBeLessThanOrEqual(
          Math.min(now, 4 * back + 3 * checkpointSpacing),
        );
      }
    }
  });

  it("nor anywhere else", () => {
    fc.assert(
      fc.property(fc.integer({ min: 64, max: 20_000 }), fc.double({ min: 0, max: 1, noNaN: true }), (head, share) => {
        const kept = keptAfter(head);
        const back = Math.round(share * head);
        const from = Math.max(0, ...kept.filter((seq) => seq <= head - back));
        expect(head - from).toBeLessThanOrEqual(Math.min(head, 4 * back + 3 * checkpointSpacing));
      }),
    );
  });

  it("keeps only what is there, oldest first", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 500 }), { maxLength: 30 }), (seqs) => {
        const kept = checkpointsToKeep(500, seqs);
        expect(kept.every((seq) => seqs.includes(seq))).toBe(true);
        expect(kept).toEqual([...kept].sort((a, b) => a - b));
        expect(kept[0] ?? null).toBe(seqs.length === 0 ? null : Math.min(...seqs));
      }),
    );
  });
});
