import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { gateExample, isAnswered, missingBefore, reachedBy, type Standing } from "./beforeGo.ts";
import { countings, presets, type BeforeGo, type Rules } from "./rules.ts";

const hour = 3_600_000;
const dayAfter = (at: number, days: number) => (Math.floor(at / (24 * hour)) + days) * 24 * hour;
const questions = [
  { id: "why", text: "What went wrong?", choices: null },
  { id: "next", text: "What will you do?", choices: ["read", "practise"] },
];
const before: BeforeGo = { fromGo: 2, goAhead: true, reflection: questions };
const rules: Rules = { ...presets.check, goes: null, waitHours: 24, before, gate: null };
const fresh: Standing = {
  window: { opensAt: 0, handInBy: null, shutsAt: null },
  goes: 0,
  lastHandedIn: null,
  reached: null,
  reachedAtGate: null,
  stepsBefore: [],
  hasReflected: false,
  hasGoAhead: false,
};
const codes = (of: Rules, standing: Standing, now = 9 * hour) =>
  missingBefore(of, standing, now, dayAfter).map(({ code }) => code);

test("what is asked for from the second go on does not hold the first", () => {
  expect(codes(rules, fresh)).toEqual([]);
  expect(codes({ ...rules, before: { ...before, fromGo: 1 } }, fresh)).toEqual(["reflectionMissing", "goAheadMissing"]);
});

test("everything that is missing is said at once, and each thing done leaves the rest", () => {
  const after = { ...fresh, goes: 1, lastHandedIn: 8 * hour };
  const gated: Rules = { ...rules, gate: { releaseId: "a", percent: 70, by: "mark" } };
  expect(codes(gated, after)).toEqual(["gateShut", "waitBeforeGo", "reflectionMissing", "goAheadMissing"]);
  expect(codes(gated, { ...after, reachedAtGate: 0.7 })).toEqual([
    "waitBeforeGo",
    "reflectionMissing",
    "goAheadMissing",
  ]);
  expect(codes(gated, { ...after, reachedAtGate: 0.7 }, 24 * hour)).toEqual(["reflectionMissing", "goAheadMissing"]);
  const reflected = { ...after, reachedAtGate: 0.7, hasReflected: true };
  expect(codes(gated, reflected, 24 * hour)).toEqual(["goAheadMissing"]);
  expect(codes(gated, { ...reflected, hasGoAhead: true }, 24 * hour)).toEqual([]);
});

test("a wait of a day ends with the day, one of hours after as many hours", () => {
  const after = { ...fresh, goes: 1, lastHandedIn: 9.5 * hour, hasReflected: true, hasGoAhead: true };
  expect(missingBefore(rules, after, 10 * hour, dayAfter)).toEqual([{ code: "waitBeforeGo", until: 24 * hour }]);
  expect(missingBefore({ ...rules, waitHours: 3 }, after, 10 * hour, dayAfter)).toEqual([
    { code: "waitBeforeGo", until: 12.5 * hour },
  ]);
});

test("on a path it says by name what comes before", () => {
  expect(missingBefore(rules, { ...fresh, stepsBefore: ["Talk", "Practice"] }, hour, dayAfter)).toEqual([
    { code: "stepsMissing", steps: ["Talk", "Practice"] },
  ]);
});

test("what nobody can mend stands alone", () => {
  const shut = { ...fresh, window: { opensAt: 0, handInBy: null, shutsAt: hour } };
  expect(codes(rules, shut)).toEqual(["quizClosed"]);
  expect(codes({ ...rules, goes: 1 }, { ...fresh, goes: 1 })).toEqual(["noMoreGoes"]);
  expect(codes(rules, { ...fresh, window: { ...fresh.window, opensAt: 10 * hour } })).toEqual(["notOpenYet"]);
});

test("goes end once enough was reached, where the teacher wants that, and not before", () => {
  const after = { ...fresh, goes: 1, lastHandedIn: hour, hasReflected: true, hasGoAhead: true };
  expect(codes({ ...rules, stopAt: 80 }, { ...after, reached: 0.8 }, 30 * hour)).toEqual(["lineReached"]);
  expect(codes({ ...rules, stopAt: 80 }, { ...after, reached: 0.79 }, 30 * hour)).toEqual([]);
  expect(codes(rules, { ...after, reached: 1 }, 30 * hour)).toEqual([]);
});

test("nothing that somebody does ever makes more missing", () => {
  fc.assert(
    fc.property(
      fc.record({
        goes: fc.integer({ min: 0, max: 4 }),
        handedIn: fc.integer({ min: 0, max: 48 }),
        reached: fc.option(fc.double({ min: 0, max: 1, noNaN: true })),
        now: fc.integer({ min: 0, max: 96 }),
        stepsBefore: fc.constantFrom([], ["Talk"]),
        hasReflected: fc.boolean(),
        hasGoAhead: fc.boolean(),
        fromGo: fc.constantFrom(1 as const, 2 as const),
      }),
      ({ goes, handedIn, reached, now, fromGo, ...done }) => {
        const standing = {
          ...fresh,
          goes,
          lastHandedIn: goes === 0 ? null : Math.min(handedIn, now) * hour,
          reachedAtGate: reached,
          ...done,
        };
        const of: Rules = {
          ...rules,
          before: { ...before, fromGo },
          gate: { releaseId: "a", percent: 60, by: "best" },
        };
        const missing = codes(of, standing, now * hour);
        const helped = codes(
          of,
          { ...standing, reachedAtGate: 1, stepsBefore: [], hasReflected: true, hasGoAhead: true },
          now * hour,
        );
        expect(helped.filter((code) => code !== "waitBeforeGo")).toEqual([]);
        for (const code of helped) expect(missing).toContain(code);
        expect(codes(of, standing, (now + 200) * hour)).not.toContain("waitBeforeGo");
      },
    ),
  );
});

describe("a gate", () => {
  const goes = [
    { points: 6, outOf: 10 },
    { points: 7, outOf: 10 },
  ];
  test("by the mark that counts keeps to the other release's rule, by the best does not", () => {
    expect(reachedBy("mark", "mean", goes)).toBeCloseTo(0.65);
    expect(reachedBy("mark", "first", goes)).toBe(0.6);
    expect(reachedBy("best", "mean", goes)).toBe(0.7);
    expect(reachedBy("best", "mean", [])).toBeNull();
    expect(reachedBy("best", "best", [{ points: 0, outOf: 0 }])).toBe(0);
  });

  test("opens at exactly its line, and what was reached is never rounded up to it", () => {
    const at = (reached: number) =>
      missingBefore(
        { ...rules, before: null, gate: { releaseId: "a", percent: 70, by: "mark" } },
        { ...fresh, reachedAtGate: reached },
        hour,
        dayAfter,
      );
    expect(at(7 / 10)).toEqual([]);
    expect(at(0.699)).toEqual([{ code: "gateShut", percent: 70, reached: 69 }]);
  });

  test("its example shows the rule: 6, then 7 of 10 has the mean 6.5, and 70 % stays shut", () => {
    expect(gateExample({ percent: 70, by: "mark" }, "mean", 10)).toEqual({
      goes: [6, 7],
      rule: "mean",
      mark: 6.5,
      isOpen: false,
    });
    expect(gateExample({ percent: 70, by: "best" }, "mean", 10)).toMatchObject({ mark: 7, isOpen: true });
  });

  test("its example says what the gate does", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 100 }),
        fc.constantFrom(...countings),
        fc.constantFrom("mark" as const, "best" as const),
        fc.integer({ min: 2, max: 60 }),
        (percent, counts, by, outOf) => {
          const example = gateExample({ percent, by }, counts, outOf);
          const reached = reachedBy(
            by,
            counts,
            example.goes.map((points) => ({ points, outOf })),
          );
          const missing = missingBefore(
            { ...rules, before: null, gate: { releaseId: "a", percent, by } },
            { ...fresh, reachedAtGate: reached },
            hour,
            dayAfter,
          );
          expect(missing.length === 0).toBe(example.isOpen);
          expect(Math.min(...example.goes)).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
});

test("a reflection is answered when each question is, and a choice is one of those offered", () => {
  expect(isAnswered(questions, { why: "I mixed up the axes.", next: "read" })).toBe(true);
  expect(isAnswered(questions, { why: "  ", next: "read" })).toBe(false);
  expect(isAnswered(questions, { why: "x", next: "something else" })).toBe(false);
  expect(isAnswered(questions, { why: "x" })).toBe(false);
});
