import { expect, test } from "vitest";
import { timeLeftInWords } from "./SittingBar.tsx";

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
