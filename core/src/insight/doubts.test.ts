import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { simulatedClass } from "../testing/simulatedClass.ts";
import { doubtsOf, type Answered, type Doubt } from "./doubts.ts";

/** So many students chose each option; the more able stand later in the list of each. */
const answered = (
  by: readonly (readonly [place: number, ability: number])[],
  more: Partial<Answered> = {},
): Answered => ({
  options: [{ isKey: true }, { isKey: false }, { isKey: false }],
  hasOneKey: true,
  chosen: by.map(([place]) => [place]),
  credit: by.map(([place]) => (place === 0 ? 1 : 0)),
  ability: by.map(([, ability]) => ability),
  usual: 0.35,
  lookAlikes: { right: 0, outOf: 0 },
  ...more,
});
const spread = (places: readonly number[]) => places.map((place, i) => [place, i / 10] as const);
const many = (place: number, times: number) => Array.from({ length: times }, () => place);
const codes = (doubts: readonly Doubt[]) => doubts.map(({ code }) => code);
/** What sends a colleague to look; an option that nobody takes does not. */
const alarms = (doubts: readonly Doubt[]) => doubts.filter(({ code }) => code !== "unused");

describe("the key", () => {
  test("11 chose it and 14 another, the able among them: it is doubted, and the able are counted", () => {
    const doubts = doubtsOf(answered(spread([...many(2, 3), ...many(0, 11), ...many(1, 14)])));
    expect(doubts[0]).toEqual({ code: "keyDoubtful", place: 1, able: 9, ableKey: 0, byCounts: false });
  });

  test("11 chose it and 14 another, the able chose the key: the item is only hard", () => {
    const doubts = doubtsOf(answered(spread([...many(2, 3), ...many(1, 14), ...many(0, 11)])));
    expect(codes(doubts)).toEqual([]);
  });

  test("its look-alikes go well and all take another option: the counts alone speak for it", () => {
    // Able and less able do the same.
    const places = [...many(0, 3), ...many(1, 19), ...many(2, 4)];
    const flat = places.map((place, i) => [place, (i * 7) % 26] as const);
    const doubts = doubtsOf(answered(flat, { lookAlikes: { right: 82, outOf: 110 } }));
    expect(doubts[0]).toMatchObject({ code: "keyDoubtful", place: 1, byCounts: true });
    expect(codes(doubts)).toContain("belowLookAlikes");
  });

  test("where several options are right there is no one key to doubt", () => {
    const doubts = doubtsOf(answered(spread([...many(0, 11), ...many(1, 17)]), { hasOneKey: false }));
    expect(codes(doubts)).not.toContain("keyDoubtful");
    expect(codes(doubts)).toContain("ableChoose");
  });
});

test("an option that nobody of forty took says so with how many at most would; of thirty it is too early", () => {
  const places = (n: number) => spread(Array.from({ length: n }, (_, i) => (i < n / 3 ? 1 : 0)));
  const doubts = doubtsOf(answered(places(40)));
  expect(codes(doubts)).toEqual(["unused"]);
  expect(doubts[0]).toMatchObject({ place: 2 });
  expect(doubtsOf(answered(places(30)))).toEqual([]);
});

test("under ten answers nothing is said, and lists that do not fit are refused", () => {
  expect(doubtsOf(answered(spread(many(1, 9))))).toEqual([]);
  expect(() => doubtsOf({ ...answered(spread(many(1, 12))), ability: [1] })).toThrow(RangeError);
});

test("it does not matter in which order the students or the options stand", () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(2), fc.integer({ min: -20, max: 20 })), { minLength: 10, maxLength: 60 }),
      (by) => {
        const forward = doubtsOf(answered(by));
        expect(doubtsOf(answered([...by].reverse()))).toEqual(
          forward.map((one) =>
            "r" in one
              ? {
                  ...one,
                  r: expect.closeTo(one.r, 9) as number,
                  low: expect.closeTo(one.low, 9) as number,
                  high: expect.closeTo(one.high, 9) as number,
                }
              : one,
          ),
        );
        const turned = by.map(([place, ability]) => [2 - place, ability] as const);
        const swapped = doubtsOf({
          ...answered(turned),
          options: [{ isKey: false }, { isKey: false }, { isKey: true }],
          credit: turned.map(([place]) => (place === 2 ? 1 : 0)),
        });
        expect(codes(swapped).sort()).toEqual(codes(forward).sort());
      },
    ),
  );
});

describe("false alarms and what is found", () => {
  const flaggedOf = (students: number, classes: number, spread = 1) => {
    const all = Array.from({ length: classes }, (_, n) =>
      simulatedClass({ seed: `sound ${students} ${n}`, students, items: 12, miskeyed: null, spread }),
    ).flat();
    return all.filter((one) => alarms(doubtsOf(one)).length > 0).length / all.length;
  };
  test.each([15, 28, 56, 112])("of sound items in classes of %i at most one in twenty is flagged", (students) => {
    expect(flaggedOf(students, 150)).toBeLessThanOrEqual(0.05);
  });

  test.each([0, 0.3])("nor where doing well here says little of doing well there (spread %d)", (spread) => {
    expect(flaggedOf(46, 150, spread)).toBeLessThanOrEqual(0.05);
  });

  test("of wrong keys most are found, and the right option is named", () => {
    let [found, named] = [0, 0];
    const classes = 150;
    for (let n = 0; n < classes; n++) {
      const [first] = simulatedClass({ seed: `wrong ${n}`, students: 28, items: 12, miskeyed: 0 });
      const doubt = first && doubtsOf(first).find(({ code }) => code === "keyDoubtful");
      if (doubt?.code !== "keyDoubtful") continue;
      found++;
      if (doubt.place === 0) named++;
    }
    expect(found / classes).toBeGreaterThan(0.55);
    expect(named / found).toBeGreaterThan(0.9);
  });
});
