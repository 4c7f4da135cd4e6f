import { describe, expect, test } from "vitest";
import { bandOf } from "./band.ts";
import { dateOf, dayOf, mondayOf, weekdayOf } from "./day.ts";
import { taughtDays } from "./taught.ts";

describe("days", () => {
  test("a date and its number are one another's inverse, across a leap day", () => {
    expect(dateOf(dayOf("2028-02-28") + 1)).toBe("2028-02-29");
    expect(weekdayOf(dayOf("2026-11-25"))).toBe(3);
    expect(dateOf(mondayOf(dayOf("2026-11-29")))).toBe("2026-11-23");
  });
  test("what is no date is refused", () => {
    expect(() => dayOf("2026-02-30")).toThrow(RangeError);
    expect(() => dayOf("soon")).toThrow(RangeError);
  });
});

describe("taughtDays", () => {
  const from = dayOf("2026-11-02");
  const week = { from, to: from + 11, meetingDays: [1, 3], closed: [] };
  test("topics share the lessons in order, the last one ending with the unit's last lesson", () => {
    expect(taughtDays(week, 2).map(dateOf)).toEqual(["2026-11-04", "2026-11-11"]);
  });
  test("closed days hold no lesson, and a unit without lessons counts on its last day", () => {
    const closed = [{ from: from + 7, to: from + 11 }];
    expect(taughtDays({ ...week, closed }, 1).map(dateOf)).toEqual(["2026-11-04"]);
    expect(taughtDays({ ...week, closed: [{ from, to: from + 11 }] }, 2)).toEqual([from + 11, from + 11]);
  });
  test("a unit that ends before it begins is refused", () => {
    expect(() => taughtDays({ ...week, to: from - 1 }, 1)).toThrow(RangeError);
  });
});

test("a share is shown as a band of tenths, or as one tenth when it is that close", () => {
  expect(bandOf(0.57)).toEqual({ low: 5, high: 6 });
  expect(bandOf(0.6)).toEqual({ low: 6, high: 6 });
  expect(bandOf(1)).toEqual({ low: 10, high: 10 });
});
