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

test("a hint was read and the second answer is still to come: it is not lost by coming back", () => {
  const at = (again: boolean, paging: "one" | "forwardOnly", view: string | null = "…") =>
    whereToGoOn(
      {
        items: [1, 2, 3].map((position) => ({ position, view: position === 1 ? view : "…", feedback: { again } })),
        notice: { paging },
      },
      answered(1),
    );
  expect([at(true, "forwardOnly"), at(true, "one")]).toEqual([1, 1]);
  expect([at(false, "forwardOnly"), at(false, "one")]).toEqual([2, 2]);
  // It was left for a later one: it is not sent any more.
  expect(
    whereToGoOn(
      {
        items: [1, 2].map((position) => ({
          position,
          view: position === 1 ? null : "…",
          feedback: { again: position === 1 },
        })),
        notice: { paging: "forwardOnly" },
      },
      answered(1),
    ),
  ).toBe(2);
});
