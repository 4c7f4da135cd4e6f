import { expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import { climbWithExposure, type ExposedAnswer } from "./exposure.ts";

/** 120 answers in four classes of 30; each class raises the chance of a right answer by `climb`. */
function answers(climb: number, seed: string, stronger = 0): ExposedAnswer[] {
  const next = randomFrom(seed);
  return Array.from({ length: 120 }, (_, i) => {
    const group = Math.floor(i / 30);
    const rest = 0.5 + stronger * group;
    return { seenBefore: group * 30, credit: next() < rest + climb * group ? 1 : 0, rest };
  });
}

test("an item that everybody knows after three classes is found, by its interval", () => {
  const found = climbWithExposure(answers(0.16, "leaked"));
  expect(found?.isLikely).toBe(true);
  expect(found?.slope).toBeGreaterThan(0);
});

test("a steady item is hardly ever called leaked, nor one whose later classes are stronger in everything", () => {
  const alarms = (stronger: number) =>
    Array.from({ length: 200 }, (_, i) => climbWithExposure(answers(0, `steady ${i}`, stronger))).filter(
      (one) => one?.isLikely,
    ).length;
  expect(alarms(0)).toBeLessThan(14);
  expect(alarms(0.1)).toBeLessThan(14);
});

test("few answers, or all at one exposure, say nothing", () => {
  expect(climbWithExposure(answers(0.2, "few").slice(0, 29))).toBeNull();
  expect(climbWithExposure(answers(0.2, "one").slice(0, 30))).toBeNull();
});
