import { expect, test } from "vitest";
import { marksInWords } from "./MarkStrip.tsx";

test("what the signs say is said in words too, by the numbers of the questions", () => {
  const mark = (position: number, credit: number | null, isReached = true) => ({ position, credit, isReached });
  expect(marksInWords([mark(1, 1), mark(2, 0), mark(3, 0.5), mark(4, 1), mark(5, null), mark(6, null, false)])).toBe(
    "right: 1 and 4; partly right: 3; wrong: 2; not marked yet: 5; not reached: 6",
  );
  expect(marksInWords([])).toBe("");
});
