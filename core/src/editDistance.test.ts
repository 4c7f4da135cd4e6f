import fc from "fast-check";
import { expect, test } from "vitest";
import { editDistance } from "./editDistance.ts";

/** By the definition: what is left when the last character is dropped, put in or replaced. */
function plainly(a: string, b: string, known = new Map<string, number>()): number {
  if (a === "" || b === "") return a.length + b.length;
  const key = `${String(a.length)} ${String(b.length)}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  const [shortA, shortB] = [a.slice(0, -1), b.slice(0, -1)];
  const isSame = a.at(-1) === b.at(-1);
  const distance = Math.min(
    plainly(shortA, shortB, known) + (isSame ? 0 : 1),
    plainly(shortA, b, known) + 1,
    plainly(a, shortB, known) + 1,
  );
  known.set(key, distance);
  return distance;
}

test("it is what the definition says, also where the two begin and end alike", () => {
  const word = fc.string({ unit: fc.constantFrom("a", "b", "c"), maxLength: 12 });
  fc.assert(
    fc.property(word, word, word, word, (start, a, b, end) => {
      expect(editDistance(start + a + end, start + b + end)).toBe(plainly(start + a + end, start + b + end));
    }),
  );
});

test("it is the same both ways, nothing only for what is the same, and no way round is shorter", () => {
  const text = fc.string({ maxLength: 30 });
  fc.assert(
    fc.property(text, text, text, (a, b, c) => {
      expect(editDistance(a, b)).toBe(editDistance(b, a));
      expect(editDistance(a, b) === 0).toBe(a === b);
      expect(editDistance(a, c)).toBeLessThanOrEqual(editDistance(a, b) + editDistance(b, c));
    }),
  );
});

test.each([
  ["kitten", "sitting", 3],
  ["", "bank", 4],
  ["bank", "bnak", 2],
  ["ab", "aab", 1],
])("from %s to %s it is %i", (a, b, distance) => {
  expect(editDistance(a, b)).toBe(distance);
});
