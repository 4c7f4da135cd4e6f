import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { countings } from "../delivery/rules.ts";
import { doneAt, nextStep, standOn, stepKinds, type Step, type StepDone } from "./path.ts";

const nothing: StepDone = { goes: [], counts: "best", tickedAt: null };
const step = (id: string, kind: Step["kind"], percent: number | null = null, by: Step["by"] = "best"): Step => ({
  id,
  kind,
  releaseId: kind === "task" ? null : `release ${id}`,
  percent,
  by,
});
const path = [
  step("practise", "practice"),
  step("talk", "task"),
  step("check", "check", 70),
  step("next", "check", 50),
];
const goesOf = (...points: number[]) => points.map((one, i) => ({ points: one, outOf: 10, at: 100 * (i + 1) }));
const standings = (done: Readonly<Record<string, Partial<StepDone>>>) =>
  standOn(path, ({ id }) => ({ ...nothing, ...done[id] }));
const states = (done: Readonly<Record<string, Partial<StepDone>>>) => standings(done).map(({ state }) => state);

test("practice and tasks are open from the first day on, a check when all before it is done", () => {
  expect(states({})).toEqual(["open", "open", "shut", "shut"]);
  expect(states({ talk: { tickedAt: 5 } })).toEqual(["open", "done", "shut", "shut"]);
  expect(states({ practise: { goes: goesOf(2) }, talk: { tickedAt: 5 } })).toEqual(["done", "done", "open", "shut"]);
});

test("the door that is lit is the first that is not done, and says since when it is open", () => {
  const half = standings({ practise: { goes: goesOf(2) }, talk: { tickedAt: 50 } });
  expect(nextStep(half)).toMatchObject({ id: "check", openedAt: 100, state: "open" });
  expect(nextStep(standings({}))).toMatchObject({ id: "practise", openedAt: null });
  const all = {
    practise: { goes: goesOf(2) },
    talk: { tickedAt: 5 },
    check: { goes: goesOf(7) },
    next: { goes: goesOf(9) },
  };
  expect(nextStep(standings(all))).toBeNull();
});

describe("by the mark or by the best go", () => {
  const goes = goesOf(6, 7, 9);
  test.each([
    ["best", "mean", 200],
    ["mark", "mean", 300],
    ["mark", "first", null],
    ["mark", "last", 200],
  ] as const)("by %s where %s counts", (by, counts, at) => {
    expect(doneAt(step("check", "check", 70, by), { ...nothing, goes, counts })).toBe(at);
  });
  test("without a line the first go is enough", () => {
    expect(doneAt(step("practise", "practice"), { ...nothing, goes })).toBe(100);
  });
});

const anyDone = fc.record({
  goes: fc
    .array(fc.record({ points: fc.integer({ min: 0, max: 10 }), outOf: fc.constant(10) }), { maxLength: 5 })
    .map((goes) => goes.map((go, i) => ({ ...go, at: (i + 1) * 10 }))),
  counts: fc.constantFrom(...countings),
  tickedAt: fc.option(fc.integer({ min: 1, max: 60 }), { nil: null }),
});
const anyPath = fc.array(
  fc.record({
    kind: fc.constantFrom(...stepKinds),
    percent: fc.option(fc.integer({ min: 1, max: 100 }), { nil: null }),
    by: fc.constantFrom("mark" as const, "best" as const),
    done: anyDone,
  }),
  { maxLength: 8 },
);

test("a pass is never lost by another go, and no door shuts again", () => {
  fc.assert(
    fc.property(anyPath, fc.integer({ min: 0, max: 7 }), fc.integer({ min: 0, max: 10 }), (given, at, points) => {
      const steps = given.map((one, i) => ({ ...step(String(i), one.kind, one.percent, one.by) }));
      const doneOf = (more: boolean) => (one: Step) => {
        const i = Number(one.id);
        const done = given[i]?.done ?? nothing;
        return more && i === at ? { ...done, goes: [...done.goes, { points, outOf: 10, at: 99 }] } : done;
      };
      const [before, after] = [standOn(steps, doneOf(false)), standOn(steps, doneOf(true))];
      const order = { shut: 0, open: 1, done: 2 };
      before.forEach(({ state, doneAt }, i) => {
        expect(order[after[i]?.state ?? "shut"]).toBeGreaterThanOrEqual(order[state]);
        if (doneAt !== null) expect(after[i]?.doneAt).toBe(doneAt);
      });
    }),
  );
});

test("a check that is not done is shut exactly while something before it is not done", () => {
  fc.assert(
    fc.property(anyPath, (given) => {
      const steps = given.map((one, i) => step(String(i), one.kind, one.percent, one.by));
      const found = standOn(steps, ({ id }) => given[Number(id)]?.done ?? nothing);
      found.forEach(({ state }, i) => {
        if (steps[i]?.kind !== "check" || state === "done") return;
        expect(state === "open").toBe(found.slice(0, i).every((one) => one.state === "done"));
      });
    }),
  );
});
