import { expect, test } from "vitest";
import { dateOf, dayOf } from "./day.ts";
import { meetingBefore, meetingFrom } from "./meetings.ts";

const open = () => false;
// 2031-02-05 is a Wednesday.
const wednesday = dayOf("2031-02-05");

test("the next lesson is today's, the last one is before today", () => {
  expect(dateOf(meetingFrom([1, 3], wednesday, open))).toBe("2031-02-05");
  expect(dateOf(meetingBefore([1, 3], wednesday, open) ?? 0)).toBe("2031-02-03");
});

test("closed days are passed over; a class without days meets from Monday to Friday", () => {
  const closed = (day: number) => day >= wednesday - 2 && day <= wednesday;
  expect(dateOf(meetingFrom([1, 3], wednesday, closed))).toBe("2031-02-10");
  expect(dateOf(meetingBefore([], wednesday - 1, closed) ?? 0)).toBe("2031-01-31");
});

test("in a year without school there is no lesson", () => {
  expect(meetingBefore([1], wednesday, () => true)).toBeNull();
  expect(meetingFrom([1], wednesday, () => true)).toBe(wednesday);
});
