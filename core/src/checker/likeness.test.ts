import fc from "fast-check";
import { expect, test } from "vitest";
import type { Content } from "../items/kinds.ts";
import { richTextOf } from "../richText.ts";
import { askedIn, itemLikeness, likeness, tellingWords, veryLike } from "./likeness.ts";

const question = "Which process widens the bend of a meander?";

test("the same words are alike whatever their marks; one changed word stays very like; other questions are not", () => {
  expect(likeness(question, question.toUpperCase().replace("?", " !"))).toBe(1);
  expect(likeness(question, "Which process narrows the bend of a meander?")).toBeGreaterThan(veryLike);
  expect(likeness(question, "Which process builds the inner bank of a river?")).toBeLessThan(veryLike);
  expect([likeness(question, ""), likeness("", ""), likeness("delta", "spit")]).toEqual([0, 0, 0]);
});

test("likeness is the same both ways and lies between 0 and 1", () => {
  const text = fc.array(fc.constantFrom("sand", "clay", "wave", "Wave", "drift", ","), { maxLength: 8 });
  fc.assert(
    fc.property(text, text, (a, b) => {
      const one = likeness(a.join(" "), b.join(" "));
      expect(likeness(b.join(" "), a.join(" "))).toBe(one);
      expect(one).toBeGreaterThanOrEqual(0);
      expect(one).toBeLessThanOrEqual(1);
    }),
  );
});

test("candidates are looked for by the longest words; a question that says something is compared by itself too", () => {
  const item = (stem: string, ...options: string[]): Content => ({
    kind: "oneRightAnswer",
    schemaVersion: 1,
    stem: richTextOf(stem),
    options: options.map((text, i) => ({ id: text, text: richTextOf(text), isKey: i === 0 })),
  });
  const [one, other] = [askedIn(item(question, "Erosion")), askedIn(item(question, "Deposition", "Melting", "Wind"))];
  expect(tellingWords(one)).toEqual(["meander", "process", "widens"]);
  expect(itemLikeness(one, other)).toBe(1);
  const [rise, fall] = [askedIn(item("Which?", "It rises")), askedIn(item("Which?", "Nothing happens"))];
  expect(tellingWords(rise)).toEqual(["rises", "which", "it"]);
  expect(itemLikeness(rise, fall)).toBeLessThan(veryLike);
});
