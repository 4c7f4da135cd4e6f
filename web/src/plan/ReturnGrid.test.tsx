import { listRemedyDays } from "@verdant/contract/remedies";
import type { Plan } from "@verdant/contract/plan";
import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { ReturnGrid } from "./ReturnGrid.tsx";

const id = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const strand = { unitId: id(9), name: "Rivers", letter: "R", hue: 1 };
const plan: Plan = {
  ...{ classId: id(1), className: "8B", today: "2031-02-12", examOn: null, untaught: [], outlook: [] },
  weeks: ["2031-01-27", "2031-02-03", "2031-02-10"].map((monday) => ({ monday, isClosed: false })),
  topics: [
    { topicId: id(2), name: "Meanders", strand, taughtOn: "2031-01-28", forecast: [null, null, 0.7] },
    { topicId: id(3), name: "Deltas", strand, taughtOn: null, forecast: [null, null, null] },
  ],
  returns: [
    { topicId: id(2), on: "2031-02-04", state: "held", releaseId: id(8), right: 9, answers: 12 },
    { topicId: id(2), on: "2031-02-13", state: "suggested", releaseId: null, right: 0, answers: 0 },
  ],
};
const show = (...stubs: Stub[]) => renderPage(<ReturnGrid plan={plan} />, { path: "/", stubs });

test("each week of a topic says what happened: taught, came back, what was done about it, due", async () => {
  show(
    answers(listRemedyDays, {
      days: [
        { kind: "taughtAgain", topicId: id(2), on: "2031-02-06" },
        { kind: "starter", topicId: id(2), on: "2031-02-09" },
        { kind: "starter", topicId: id(2), on: "2031-02-10" },
      ],
    }),
  );
  const grid = within(screen.getByRole("table", { name: "Returns by week" }));
  expect(grid.getByRole("img", { name: "Meanders: taught" })).toBeTruthy();
  // Sunday belongs to the week before, Monday to its own.
  expect(
    await grid.findByRole("img", {
      name: "Meanders: taught again 6 Feb; starter shown 9 Feb; came back, 9 of 12 right",
    }),
  ).toBeTruthy();
  expect(
    grid.getByRole("button", {
      name: "Meanders, week of 10 Feb: starter shown 10 Feb; due 13 Feb; recall about 7 in 10. Plan a return",
    }),
  ).toBeTruthy();
  // Of what was never taught nothing is said, and no return can be planned.
  expect(grid.queryByRole("button", { name: /^Deltas/ })).toBeNull();
});

test("the grid stands though what was done cannot be read", async () => {
  const { asked } = show(refuses(listRemedyDays, { code: "busy" }, 503));
  expect(await screen.findByRole("img", { name: "Meanders: came back, 9 of 12 right" })).toBeTruthy();
  expect(asked.length).toBeGreaterThan(0);
});
