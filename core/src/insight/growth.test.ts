import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { randomFrom } from "../random.ts";
import {
  changeBesideClass,
  changeOfShares,
  judged,
  meanChange,
  normalisedGain,
  verdictsOn,
  type Change,
} from "./growth.ts";
import growth from "../../vectors/growth.json" with { type: "json" };
import { newcombe } from "./wilson.ts";

const once = (right: number, outOf: number) =>
  Array.from({ length: outOf }, (_, i) => ({ right: i < right ? 1 : 0, outOf: 1 }));

describe("a class in a topic", () => {
  test("one answer each: Newcombe's interval, later less earlier", () => {
    const change = changeOfShares(once(20, 120), once(9, 28));
    expect(change).toMatchObject(newcombe(9, 28, 20, 120) as object);
  });

  test("p is under .05 exactly where the interval does not hold 0", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 30 }), (before, now) => {
        const change = changeOfShares(once(before, 30), once(now, 30)) as Change;
        const isBeyond = change.low > 0 || change.high < 0;
        expect(change.p < 0.05).toBe(isBeyond);
      }),
    );
  });

  test("thirty answers of three students say less than of thirty", () => {
    const many = changeOfShares(once(10, 30), once(20, 30)) as Change;
    const few = changeOfShares(
      [0, 1, 9].map((right) => ({ right, outOf: 10 })),
      [4, 6, 10].map((right) => ({ right, outOf: 10 })),
    ) as Change;
    expect(few.difference).toBeCloseTo(many.difference, 9);
    expect(few.p).toBeGreaterThan(many.p);
  });

  test("four answers are not compared", () => {
    expect(changeOfShares(once(4, 4), once(0, 30))).toBeNull();
    expect(changeOfShares([], [])).toBeNull();
  });
});

describe("a student beside the class", () => {
  const beside = (right: number, expected: number, answers = 20) => ({
    right,
    expected,
    answers,
    variance: answers / 4,
  });

  test("as weak as ever is no change; and whoever falls behind falls", () => {
    expect(changeBesideClass(beside(5, 10), beside(6, 11))?.difference).toBeCloseTo(0, 9);
    const fall = changeBesideClass(beside(14, 10), beside(4, 10)) as Change;
    expect(fall.high).toBeLessThan(0);
    expect(verdictsOn([fall])).toEqual(["fall"]);
  });

  test("where all were right, and with few answers, nothing is said", () => {
    const sure = { right: 9, expected: 9, answers: 9, variance: 0 };
    expect(changeBesideClass(sure, sure)).toBeNull();
    expect(changeBesideClass(beside(1, 1, 4), beside(1, 1))).toBeNull();
    expect(verdictsOn([null])).toEqual([null]);
  });

  test("in a thousand classes of 27 that do not change, no more than one in twenty has a false alarm", () => {
    const random = randomFrom("classes that do not change");
    let alarms = 0;
    for (let i = 0; i < 1000; i++) {
      const changes = Array.from({ length: 27 }, () => {
        const strength = (random() - 0.5) * 0.3;
        const part = (answers: number) => {
          let [right, expected, variance] = [0, 0, 0];
          for (let k = 0; k < answers; k++) {
            const p = 0.3 + 0.5 * random();
            right += random() < p + strength ? 1 : 0;
            expected += p;
            variance += p * (1 - p);
          }
          return { answers, right, expected, variance };
        };
        return changeBesideClass(part(60), part(24));
      });
      if (verdictsOn(changes).some((one) => one !== "unclear")) alarms++;
    }
    expect(alarms).toBeLessThanOrEqual(50);
  });
});

test("of twenty changes each at p = .04 none is more than chance; alone it is", () => {
  const one = { difference: 0.2, low: 0.01, high: 0.4, p: 0.04 };
  expect(verdictsOn([one])).toEqual(["rise"]);
  expect(new Set(verdictsOn(Array.from({ length: 20 }, () => ({ ...one }))))).toEqual(new Set(["unclear"]));
});

test("changes judged together keep their places, and say no more than their verdicts", () => {
  const clear = { difference: 0.3, low: 0.2, high: 0.4, p: 0.001 };
  const weak = { difference: -0.1, low: -0.19, high: -0.01, p: 0.04 };
  expect(judged([weak, null, clear, weak])).toEqual([
    { difference: -0.1, low: -0.19, high: -0.01, verdict: "unclear" },
    null,
    { difference: 0.3, low: 0.2, high: 0.4, verdict: "rise" },
    { difference: -0.1, low: -0.19, high: -0.01, verdict: "unclear" },
  ]);
});

describe("the same students twice", () => {
  test("the mean of their own differences, with the interval of t", () => {
    const pairs = [0.1, 0.2, 0.3, 0.0, 0.4].map((more, i) => ({ before: i / 10, after: i / 10 + more }));
    const change = meanChange(pairs) as Change;
    // .2 +- t(.975; 4) * .158114 / sqrt(5)
    expect([change.difference, change.low, change.high].map((one) => one.toFixed(4))).toEqual([
      "0.2000",
      "0.0037",
      "0.3963",
    ]);
    expect(change.p).toBeCloseTo(0.0474, 3);
    expect(meanChange(pairs.slice(1))).toBeNull();
  });

  test("p is under .05 exactly where the interval does not hold 0", () => {
    const pair = fc.record({ before: fc.integer({ min: 0, max: 12 }), after: fc.integer({ min: 0, max: 12 }) });
    fc.assert(
      fc.property(fc.array(pair, { minLength: 5, maxLength: 40 }), (marks) => {
        const change = meanChange(
          marks.map(({ before, after }) => ({ before: before / 12, after: after / 12 })),
        ) as Change;
        expect(change.low).toBeLessThanOrEqual(change.difference);
        if (Math.abs(change.p - 0.05) > 1e-9) expect(change.p < 0.05).toBe(change.low > 0 || change.high < 0);
      }),
    );
  });

  test("the interval holds the truth in 95 of 100 classes", () => {
    const next = randomFrom("classes that go again");
    const held = Array.from({ length: 600 }, () => {
      const pairs = Array.from({ length: 20 }, () => {
        const [before, after] = [0.4, 0.6].map((level) => Array.from({ length: 12 }, () => Number(next() < level)));
        const mean = (answers: number[] = []) => answers.reduce((sum, one) => sum + one, 0) / 12;
        return { before: mean(before), after: mean(after) };
      });
      const { low, high } = meanChange(pairs) as Change;
      return low <= 0.2 && high >= 0.2;
    }).filter(Boolean).length;
    expect(held / 600).toBeGreaterThan(0.925);
    expect(held / 600).toBeLessThan(0.975);
  });

  test.each(growth.normGain)("of what was missing at $pre, $g is made up at $post", ({ pre, post, g }) => {
    if (g === null) expect(normalisedGain(pre, post)).toBeNull();
    else expect(normalisedGain(pre, post)).toBeCloseTo(g, 9);
  });
});
