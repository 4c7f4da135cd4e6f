import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { evaluate, numberInWords, parseFormula } from "./formula.ts";

const names: Readonly<Record<string, number>> = { scale: 25000, distance: 4, zero: 0 };
function work(text: string): number | string {
  const parsed = parseFormula(text);
  if (!parsed.ok) return parsed.reason;
  const result = evaluate(parsed.formula, (name) => names[name]);
  return result.ok ? result.value : result.reason;
}

describe("a formula", () => {
  test.each([
    ["distance * scale / 100000", 1],
    ["Distance × Scale ÷ 100000", 1],
    ["2 + 3 * 4", 14],
    ["(2 + 3) * 4", 20],
    ["2 - 3 - 4", -5],
    ["16 / 4 / 2", 2],
    ["-2 ^ 2", -4],
    ["2 ^ 3 ^ 2", 512],
    ["2 ^ -1", 0.5],
    ["round(10 / 3, 2)", 3.33],
    ["max(1, distance, min(9, 7))", 7],
    ["sqrt(abs(-16))", 4],
    [".5 + 1.25", 1.75],
  ])("%s is %d", (text, value) => {
    expect(work(text)).toBeCloseTo(value, 12);
  });

  test.each([
    ["", /missing at the end/],
    ["2 +", /missing at the end/],
    ["2 * / 3", /before “\/”/],
    ["(2 + 3", /not closed/],
    ["2 3", /does not fit/],
    ["sin(2)", /no function “sin”/],
    ["constructor(1)", /no function/],
    ["height * 2", /“height” is no number/],
    ["1 / zero", /gives no number/],
    ["2 $ 3", /is no formula/],
    ["(".repeat(5000), /nested too deeply/],
    ["-".repeat(5000) + "1", /nested too deeply/],
  ])("%s is refused with the reason", (text, reason) => {
    expect(work(text)).toMatch(reason);
  });

  test("says what arithmetic says, and never throws, whatever is written", () => {
    const whole = fc.integer({ min: 1, max: 999 });
    fc.assert(
      fc.property(whole, whole, whole, (a, b, c) => {
        expect(work(`${a} + ${b} * ${c} - ${a} / ${b}`)).toBe(a + b * c - a / b);
        expect(numberInWords(a / b)).toBe(String(Number((a / b).toPrecision(10))));
      }),
    );
    fc.assert(fc.property(fc.string(), (text) => void work(text)));
  });

  test("numbers are written without noise", () => {
    expect([0.1 + 0.2, 1500, 0.05, 1 / 3, 0, -2.5, 1250000].map(numberInWords)).toEqual([
      "0.3",
      "1500",
      "0.05",
      "0.3333333333",
      "0",
      "-2.5",
      "1250000",
    ]);
  });
});
