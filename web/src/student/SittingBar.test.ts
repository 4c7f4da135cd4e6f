import { expect, test } from "vitest";
import { timeLeftInWords, warningInWords } from "./SittingBar.tsx";

test.each([
  [181_000, false, "4 min left"],
  [60_001, false, "2 min left"],
  [60_000, false, "60 seconds left"],
  [59_001, false, "60 seconds left"],
  [900, false, "1 second left"],
  [0, false, "0 seconds left"],
  [-5000, false, "0 seconds left"],
  [180_000, true, "3:00 left"],
  [125_001, true, "2:06 left"],
  [60_000, true, "60 seconds left"],
])("%d ms, by the second %s: %s", (left, bySecond, words) => {
  expect(timeLeftInWords(left, bySecond)).toBe(words);
});

test("the time is said aloud at some minutes, and of a short quiz in the last ten seconds; between them nothing", () => {
  const said = (isShort: boolean) => [180_000, 60_000, 30_000, 10_000, 1].map((left) => warningInWords(left, isShort));
  expect(said(true)).toEqual(["", "1 min left", "1 min left", "10 seconds left", "10 seconds left"]);
  expect(said(false)).toEqual(["", "1 min left", "1 min left", "1 min left", "1 min left"]);
  expect(warningInWords(5 * 60_000, false)).toBe("5 min left");
});
