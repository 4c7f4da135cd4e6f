import { expect, test } from "vitest";
import { trustOf, wentOf } from "./figures.ts";

test("nine answers say nothing; from ten on the share decides", () => {
  expect([wentOf(0, 9), wentOf(3, 10), wentOf(4, 10), wentOf(8, 10), wentOf(9, 10)]).toEqual([
    "open",
    "hard",
    "middling",
    "middling",
    "easy",
  ]);
  expect([9, 10, 59, 60].map(trustOf)).toEqual(["estimate", "provisional", "provisional", "settled"]);
});
