import fc from "fast-check";
import { describe, expect, test } from "vitest";
import vectors from "../../vectors/apportion.json" with { type: "json" };
import { apportion } from "./apportion.ts";
import { mix, mixSequence } from "./mix.ts";

describe("apportion", () => {
  test.each(vectors.cases)("gives the published shares: $name", ({ N, needs, geometric045 }) => {
    const claims = needs.map(({ w, floor, cap, tie }) => ({ weight: w, floor, cap, unseenDays: tie }));
    expect(apportion(N, claims)).toEqual(geometric045);
  });

  const claim = fc.record({
    weight: fc.integer({ min: 0, max: 500 }).map((hundredths) => hundredths / 100),
    floor: fc.nat(2),
    cap: fc.nat(4),
    unseenDays: fc.nat(60),
  });
  test("one more item never takes one away, and the total is met as far as caps and weights allow", () => {
    fc.assert(
      fc.property(fc.nat(30), fc.array(claim, { maxLength: 10 }), (total, claims) => {
        const given = apportion(total, claims);
        const more = apportion(total + 1, claims);
        given.forEach((count, i) => expect(more[i]).toBeGreaterThanOrEqual(count));
        const room = claims.reduce((sum, c) => sum + (c.weight > 0 ? c.cap : Math.min(c.floor, c.cap)), 0);
        expect(given.reduce((a, b) => a + b, 0)).toBe(Math.min(total, room));
      }),
    );
  });
});

describe("mix", () => {
  const topic = (need: number, more = {}) => ({
    ...{ isDue: true, need, neglected: false, unseenDays: 10, available: 5 },
    ...more,
  });
  test("every topic gets one before any gets a second, however large its need", () => {
    expect(mix(3, [topic(9), topic(0.1), topic(0.2)])).toEqual([1, 1, 1]);
    expect(mix(4, [topic(9), topic(0.1), topic(0.2)])).toEqual([2, 1, 1]);
  });
  test("neglected topics come first, and a topic without items gets none", () => {
    expect(mix(1, [topic(9), topic(0.1, { neglected: true })])).toEqual([0, 1]);
    expect(mix(2, [topic(9, { available: 0 }), topic(0.1)])).toEqual([0, 2]);
  });
  test("what is due comes before what is not; of what is not the longest rested comes first, however well it is known", () => {
    const fresh = (need: number, unseenDays: number) => topic(need, { isDue: false, unseenDays });
    expect(mix(1, [fresh(9, 60), topic(0.1)])).toEqual([0, 1]);
    expect(mix(2, [fresh(0.17, 7), fresh(0.02, 49), topic(0.1)])).toEqual([0, 1, 1]);
    expect(mixSequence(3, [fresh(0.17, 7), fresh(0.02, 49), topic(0.1)])).toEqual([2, 1, 0]);
  });
  test("asking for one more never takes a topic out", () => {
    const arbitrary = fc.record({
      isDue: fc.boolean(),
      need: fc.double({ min: 0.001, max: 2, noNaN: true }),
      neglected: fc.boolean(),
      unseenDays: fc.nat(90),
      available: fc.nat(4),
    });
    fc.assert(
      fc.property(fc.array(arbitrary, { maxLength: 12 }), fc.nat(20), (topics, total) => {
        const [fewer, more] = [mix(total, topics), mix(total + 1, topics)];
        fewer.forEach((count, i) => expect(more[i]).toBeGreaterThanOrEqual(count));
        const sequence = mixSequence(total, topics);
        expect(topics.map((_, i) => sequence.filter((one) => one === i).length)).toEqual(fewer);
      }),
    );
  });
});
