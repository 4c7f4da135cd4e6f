import fc from "fast-check";
import { expect, test } from "vitest";
import growth from "../../vectors/growth.json" with { type: "json" };
import misc from "../../vectors/misc.json" with { type: "json" };
import { abilityOf, betweenGoes, mcNemar, reliableChange } from "./betweenGoes.ts";

test.each(growth.rci)("reliable change $z", ({ th1, se1, th2, se2, z }) => {
  expect(reliableChange({ ability: th1, error: se1 }, { ability: th2, error: se2 })).toBeCloseTo(z, 6);
});

test.each(misc.mcnemar)("McNemar $gain gained, $loss lost", ({ gain, loss, p }) => {
  expect(mcNemar(gain, loss)).toBeCloseTo(p, 5);
  expect(mcNemar(loss, gain)).toBe(mcNemar(gain, loss));
});

const go = (right: number, outOf: number, difficulty = 0, from = 0) =>
  Array.from({ length: outOf }, (_, i) => ({ question: `q${from + i}`, credit: i < right ? 1 : 0, difficulty }));

test("without answers the prior is believed; more right answers, or harder questions, say more of somebody", () => {
  expect(abilityOf([])).toMatchObject({
    ability: expect.closeTo(0, 9) as number,
    error: expect.closeTo(1, 3) as number,
  });
  const count = fc.integer({ min: 0, max: 11 });
  fc.assert(
    fc.property(count, fc.double({ min: -2, max: 2, noNaN: true }), (right, difficulty) => {
      const here = abilityOf(go(right, 12, difficulty));
      expect(abilityOf(go(right + 1, 12, difficulty)).ability).toBeGreaterThan(here.ability);
      expect(abilityOf(go(right, 12, difficulty + 0.5)).ability).toBeGreaterThan(here.ability);
      expect(here.error).toBeLessThan(1);
    }),
  );
});

test("the same questions: nine gained of ten is growth, two may be chance", () => {
  expect(betweenGoes(go(1, 10), go(10, 10))).toEqual({ by: "sameQuestions", verdict: "rise" });
  expect(betweenGoes(go(6, 10), go(8, 10))).toEqual({ by: "sameQuestions", verdict: "unclear" });
  expect(betweenGoes(go(10, 10), go(2, 10))).toEqual({ by: "sameQuestions", verdict: "fall" });
});

test("other questions: the share may fall and the ability rise, where they were harder", () => {
  expect(betweenGoes(go(2, 12, -1), go(10, 12, 1, 100))).toEqual({ by: "ability", verdict: "rise" });
  expect(betweenGoes(go(6, 12, -1), go(6, 12, 1, 100))?.verdict).toBe("rise");
  expect(betweenGoes(go(6, 12), go(7, 12, 0, 100))?.verdict).toBe("unclear");
  expect(betweenGoes(go(11, 12), go(2, 12, 0, 100))?.verdict).toBe("fall");
});

test("under five answers in a go nothing is said", () => {
  expect(betweenGoes(go(4, 4), go(5, 5))).toBeNull();
});
