import { expect, test } from "vitest";
import { dayOf } from "./day.ts";
import { askedThisWeek } from "./weekQuestion.ts";

const friday = dayOf("2031-02-07");
const topic = (on: string | null, isSaid = false) => ({ taughtOn: on === null ? null : dayOf(on), isSaid });

test("asks about the last topic that the schedule alone takes as taught this week", () => {
  const [monday, thursday] = [topic("2031-02-03"), topic("2031-02-06")];
  expect(askedThisWeek([monday, thursday, topic(null)], friday)).toBe(thursday);
  expect(askedThisWeek([monday, topic("2031-02-06", true)], friday)).toBe(monday);
});

test("asks nothing before Friday, of other weeks, or of what is still to come", () => {
  expect(askedThisWeek([topic("2031-02-06")], friday - 1)).toBeUndefined();
  expect(askedThisWeek([topic("2031-02-02"), topic("2031-02-08")], friday)).toBeUndefined();
  expect(askedThisWeek([topic("2031-02-08")], friday + 1)).toBeDefined();
  expect(askedThisWeek([topic("2031-02-06")], friday + 3)).toBeUndefined();
});
