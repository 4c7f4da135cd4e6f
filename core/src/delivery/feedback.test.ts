import fc from "fast-check";
import { expect, test } from "vitest";
import { countedCredit, creditUnder, creditWithSecond } from "../items/ruling.ts";
import { allKinds } from "../items/kinds.ts";
import { several } from "../testing/contents.ts";
import { canBeLookedAt, looksAtEach, secondShare } from "./feedback.ts";
import { presets } from "./rules.ts";

const rules = { ...presets.weeklyReview, openFrom: "eachQuestion" as const, second: 50 };

test("answers are looked at one by one only where something shows, one at a time and without a clock for thinking", () => {
  expect(looksAtEach(rules)).toBe(true);
  expect(looksAtEach({ ...rules, openFrom: "handIn" })).toBe(false);
  expect(looksAtEach({ ...rules, openness: "score" })).toBe(false);
  expect(looksAtEach({ ...rules, paging: "all" })).toBe(false);
  expect(looksAtEach({ ...presets.sprint, openFrom: "eachQuestion" })).toBe(false);
  expect(looksAtEach({ ...rules, timeLimitMinutes: 20 })).toBe(true);
});

test("a second answer has a share only there", () => {
  expect(secondShare(rules)).toBe(0.5);
  expect(secondShare({ ...rules, second: 0 })).toBe(0);
  expect(secondShare({ ...rules, second: null })).toBeNull();
  expect(secondShare({ ...rules, openFrom: "handIn" })).toBeNull();
});

test("what a person or nobody marks cannot be looked at", () => {
  expect(allKinds.filter((kind) => !canBeLookedAt({ kind }))).toEqual(["written", "opinion"]);
});

const unit = fc.double({ min: 0, max: 1, noNaN: true });
test("a second answer never takes anything away, and never gives more than its share", () => {
  fc.assert(
    fc.property(unit, unit, unit, (first, second, share) => {
      const counted = countedCredit(first, second, share);
      expect(counted).toBeGreaterThanOrEqual(first);
      expect(counted).toBeLessThanOrEqual(Math.max(first, share));
      expect(countedCredit(first, null, share)).toBe(first);
    }),
  );
});

test("the first answer's credit stays what it is; only what is counted changes", () => {
  const content = several("partial");
  const answer = (...optionIds: string[]) => ({ kind: "severalRightAnswers" as const, optionIds });
  const second = { answer: answer("a", "b"), share: 0.5 };
  expect(creditWithSecond(null, content, answer("c"), second)).toEqual({
    ...creditUnder(null, content, answer("c")),
    counted: 0.5,
  });
  const dropped = creditWithSecond({ ruling: "drop", answer: null }, content, answer("c"), second);
  expect(dropped.counts).toBe(false);
});
