import { describe, expect, test } from "vitest";
import { deadlineOf, openingAt } from "./opening.ts";
import { minutesAllowed, shows } from "./rules.ts";

const window = { opensAt: 1000, handInBy: null, shutsAt: 600_000 };

describe("a release", () => {
  test("opens at its moment and is shut from the moment it shuts", () => {
    expect([999, 1000, 599_999, 600_000].map((at) => openingAt(window, at))).toEqual([
      "notYet",
      "open",
      "open",
      "shut",
    ]);
    expect(openingAt({ ...window, shutsAt: null }, 1e15)).toBe("open");
  });
  test("a sitting ends at its time limit or when the release shuts, whichever is first", () => {
    expect(deadlineOf(window, 0, 5)).toBe(300_000);
    expect(deadlineOf(window, 0, 20)).toBe(600_000);
    expect(deadlineOf({ ...window, shutsAt: null }, 0, null)).toBeNull();
  });
  test("extra time lengthens a limit, rounded up, and never makes one", () => {
    expect(minutesAllowed(21, 25)).toBe(27);
    expect(minutesAllowed(null, 25)).toBeNull();
  });
  test("each openness shows what the ones before it show", () => {
    expect(shows("why", "which")).toBe(true);
    expect(shows("which", "why")).toBe(false);
  });
});
