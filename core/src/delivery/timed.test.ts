import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { presets } from "./rules.ts";
import { allowanceMs, endOnDevice, isTimedPractice, rateOf, slowestOf, type TimedAnswer } from "./timed.ts";

const answer = (itemId: string, credit: number | null, spentMs: number): TimedAnswer => ({ itemId, credit, spentMs });

test("only the preset with a limit is timed practice; only it has an allowance", () => {
  expect(Object.values(presets).filter(isTimedPractice)).toEqual([presets.sprint]);
  expect(isTimedPractice({ ...presets.sprint, timeLimitMinutes: null })).toBe(false);
  expect(Object.values(presets).map(allowanceMs).filter(Boolean)).toEqual([60_000]);
});

describe("the clock on the device", () => {
  const go = { startedAt: 1000, deadlineAt: 1000 + 240_000, allowanceMs: 60_000 };

  test("runs from the first question on: a slow network costs nothing, as far as the allowance goes", () => {
    expect(endOnDevice(go, null)).toBe(181_000);
    expect(endOnDevice(go, 1000)).toBe(181_000);
    expect(endOnDevice(go, 21_000)).toBe(201_000);
    expect(endOnDevice(go, 500_000)).toBe(go.deadlineAt);
    expect(endOnDevice({ ...go, deadlineAt: null }, 1000)).toBeNull();
    // What a page kept that knew neither.
    const kept = { deadlineAt: 5000 } as unknown as typeof go;
    expect(endOnDevice(kept, 1000)).toBe(5000);
  });

  test("never ends after the server does, never before the limit is over, and moves with minutes given", () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 0, max: 600_000 }), (shown, given) => {
        const end = endOnDevice({ ...go, deadlineAt: go.deadlineAt + given }, shown) ?? 0;
        expect(end).toBeLessThanOrEqual(go.deadlineAt + given);
        expect(end).toBeGreaterThanOrEqual(go.deadlineAt + given - go.allowanceMs);
        expect(end - (endOnDevice(go, shown) ?? 0)).toBe(given);
      }),
    );
  });
});

describe("the rate", () => {
  test("is right answers in a minute of thinking; what was not reached is in neither", () => {
    expect(rateOf([answer("a", 1, 6000), answer("b", 0, 4000), answer("c", null, 0)])).toEqual({
      ...{ right: 1, reached: 2, minutes: 1 / 6, perMinute: 6 },
    });
    expect(rateOf([answer("a", 0.5, 30_000)]).perMinute).toBe(1);
  });

  test("is none for next to no time, as of a go that was only opened", () => {
    expect(rateOf([]).perMinute).toBeNull();
    expect(rateOf([answer("a", 1, 4999)]).perMinute).toBeNull();
    expect(rateOf([answer("a", 1, 5000)]).perMinute).toBe(12);
  });

  test("is the same in whatever order, halves with twice the time, and is never negative", () => {
    const answers = fc.array(
      fc.record({
        itemId: fc.string(),
        credit: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
        spentMs: fc.integer({ min: 0, max: 60_000 }),
      }),
    );
    fc.assert(
      fc.property(answers, (all) => {
        const rate = rateOf(all);
        expect(rateOf([...all].reverse()).perMinute ?? -1).toBeCloseTo(rate.perMinute ?? -1, 6);
        expect(rate.reached).toBeLessThanOrEqual(all.length);
        if (rate.perMinute === null) return;
        expect(rate.perMinute).toBeGreaterThanOrEqual(0);
        const slower = rateOf(all.map((one) => ({ ...one, spentMs: 2 * one.spentMs })));
        expect(slower.perMinute).toBeCloseTo(rate.perMinute / 2, 6);
      }),
    );
  });
});

describe("the slowest", () => {
  test("are those that took half as long again as the middle one, over all their answers", () => {
    const answers = [
      ...[answer("a", 1, 2000), answer("b", 1, 2000), answer("c", 1, 2000)],
      ...[answer("d", 1, 2000), answer("d", 0, 8000), answer("e", 1, 9000), answer("f", null, 60_000)],
    ];
    expect(slowestOf(answers, 5)).toEqual([
      { itemId: "e", ms: 9000 },
      { itemId: "d", ms: 5000 },
    ]);
    expect(slowestOf(answers, 1)).toEqual([{ itemId: "e", ms: 9000 }]);
  });

  test("are none where all took about as long, and none where nothing was timed", () => {
    expect(slowestOf([answer("a", 1, 2000), answer("b", 1, 2200), answer("c", 1, 2400)], 5)).toEqual([]);
    expect(slowestOf([answer("a", 1, 0), answer("b", null, 0)], 5)).toEqual([]);
  });
});
