import fc from "fast-check";
import { expect, test } from "vitest";
import { bins, medianOf, spreadInWords, stacksOf } from "./spreadInWords.ts";

const share = fc.double({ min: 0, max: 1, noNaN: true });

test("half of the marks are at or under the middle one, half at or above it", () => {
  fc.assert(
    fc.property(fc.array(share, { minLength: 1, maxLength: 40 }), (shares) => {
      const middle = medianOf(shares) ?? -1;
      expect(shares.filter((one) => one <= middle).length * 2).toBeGreaterThanOrEqual(shares.length);
      expect(shares.filter((one) => one >= middle).length * 2).toBeGreaterThanOrEqual(shares.length);
    }),
  );
});

test("each mark stands in one stack, within a fortieth of where it is", () => {
  fc.assert(
    fc.property(fc.array(share), (shares) => {
      const stacks = stacksOf(shares.map((one) => ({ share: one })));
      expect(stacks.flat()).toHaveLength(shares.length);
      stacks.forEach((stack, bin) => {
        for (const one of stack) expect(Math.abs(one.share - bin / bins)).toBeLessThanOrEqual(0.0251);
      });
    }),
  );
});

test("more than all there is stands at the end and is not lost", () => {
  expect(stacksOf([{ share: 1.2 }]).at(-1)).toHaveLength(1);
});

test("in words", () => {
  expect(spreadInWords([])).toBe("no marks yet");
  expect(spreadInWords([0.666])).toBe("1 mark, 67%");
  expect(spreadInWords([0.2, 0.7, 1])).toBe("3 marks from 20 to 100%, the middle one 70%");
});
