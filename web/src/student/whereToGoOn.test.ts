import { expect, test } from "vitest";
import { whereToGoOn } from "./whereToGoOn.ts";

const sitting = (paging: "all" | "one" | "forwardOnly") => ({
  items: [1, 2, 3, 4].map((position) => ({ position })),
  notice: { paging },
});
const answered =
  (...positions: number[]) =>
  (position: number) =>
    positions.includes(position);

test("goes on with the first open question", () => {
  expect(whereToGoOn(sitting("one"), answered())).toBe(1);
  expect(whereToGoOn(sitting("one"), answered(1, 3))).toBe(2);
  expect(whereToGoOn(sitting("all"), answered(1, 2, 3, 4))).toBe(4);
});

test("where there is no going back, what was passed over stays passed over", () => {
  expect(whereToGoOn(sitting("forwardOnly"), answered())).toBe(1);
  expect(whereToGoOn(sitting("forwardOnly"), answered(1, 3))).toBe(4);
  expect(whereToGoOn(sitting("forwardOnly"), answered(4))).toBe(4);
});

test("nor is what was shown and left: it is not sent again", () => {
  const items = [1, 2, 3, 4].map((position) => ({ position, view: position < 3 ? null : "…" }));
  expect(whereToGoOn({ items, notice: { paging: "forwardOnly" } }, answered(1))).toBe(3);
});
