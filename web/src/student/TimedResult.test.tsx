import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { endsHere } from "./endsHere.ts";
import { goInWords, growthInWords, TimedResult } from "./TimedResult.tsx";

const go = (ordinal: number, perMinute: number | null, right = 14, reached = 16) => ({
  ...{ ordinal, perMinute, right, reached, questions: 25, handedInAt: "2031-02-05T09:30:00.000Z" },
});

test("right, not right and not reached add up to the questions; half points and short goes are said as they are", () => {
  expect(goInWords(go(1, 5.24))).toBe("14 right, 2 not right, 9 not reached: 5.2 right in a minute.");
  expect(goInWords(go(1, 5, 14.5))).toBe("14.5 right, 1.5 not right, 9 not reached: 5 right in a minute.");
  expect(goInWords(go(1, null, 0, 1))).toBe(
    "0 right, 1 not right, 24 not reached. Too short to say how many in a minute.",
  );
  expect(growthInWords([go(1, 4), go(2, null), go(3, 6.06)])).toBe("go 1: 4, go 2: too short, go 3: 6.1");
});

test("a picture of several goes says in words what it shows; the fastest is named only among several", () => {
  const { unmount } = renderPage(
    <TimedResult
      timed={{ goes: [go(1, 4), go(2, 6)], slowest: [{ position: 3, seconds: 9.5 }] }}
      ordinal={2}
      items={[]}
    />,
  );
  expect(screen.getByRole("img", { name: "go 1: 4, go 2: 6" })).toBeTruthy();
  expect(screen.getByText(/Your fastest so far/)).toBeTruthy();
  expect(screen.getByText("Question 3 · 9.5 s")).toBeTruthy();
  unmount();
  renderPage(<TimedResult timed={{ goes: [go(1, 4)], slowest: [] }} ordinal={1} items={[]} />);
  expect(screen.queryByRole("img")).toBeNull();
  expect(screen.queryByText(/fastest/)).toBeNull();
});

test("the clock here begins with the first question; without one that waits it is the server's", () => {
  const sitting = {
    startedAt: "2031-02-05T09:00:00.000Z",
    deadlineAt: "2031-02-05T09:04:00.000Z",
    allowanceMs: 60_000,
  };
  const at = (time: string) => Date.parse(`2031-02-05T${time}.000Z`);
  expect(endsHere(sitting, at("09:00:20"))).toBe(at("09:03:20"));
  expect(endsHere({ ...sitting, allowanceMs: 0 }, at("09:00:20"))).toBe(at("09:04:00"));
  expect(endsHere({ ...sitting, deadlineAt: null }, null)).toBeNull();
});
