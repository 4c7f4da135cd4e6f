import fc from "fast-check";
import { expect, test } from "vitest";
import { fitFigure, fitInWords } from "./fitInWords.ts";

test.each([
  [{ r: -0.3, low: -0.5, high: -0.1 }, "Goes against the rest of the quiz: look at its key"],
  [{ r: 0.3, low: -0.1, high: 0.6 }, "Fits the rest of the quiz: too early to say"],
  [{ r: 0.15, low: 0.05, high: 0.25 }, "Fits the rest of the quiz: weakly"],
  [{ r: 0.31, low: 0.1, high: 0.5 }, "Fits the rest of the quiz: well"],
  [{ r: 0.4, low: 0.2, high: 0.6 }, "Fits the rest of the quiz: very well"],
])("%o is said as: %s", (agreement, words) => {
  expect(fitInWords(agreement)).toBe(words);
});

test("nothing is said of an item whose interval holds nought, whatever its figure", () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (down, up) => {
      expect(fitInWords({ r: (up - down) / 2, low: -down, high: up })).toContain("too early to say");
    }),
  );
});

test("the figure has its interval", () => {
  expect(fitFigure({ r: 0.312, low: 0.1, high: 0.487 })).toBe("r 0.31, between 0.10 and 0.49");
});
