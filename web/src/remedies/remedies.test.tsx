import {
  addRemedy,
  listWhatHelped,
  removeRemedy,
  showClassRemedies,
  type ClassRemedies,
  type Helped,
} from "@verdant/contract/remedies";
import { shareOf } from "@verdant/core/insight/wilson";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { ClassRemediesPage } from "./ClassRemediesPage.tsx";
import { helpedInWords } from "./helpedInWords.ts";
import { StarterShown } from "./StarterShown.tsx";
import { WhatHelpedPage } from "./WhatHelpedPage.tsx";

const id = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const at = "2031-02-04T09:00:00.000Z";
const rise: Helped = {
  ...{ kind: "starter", outcome: shareOf(14, 20) },
  change: { difference: 0.31, low: 0.08, high: 0.5, verdict: "rise" },
};
const shown: ClassRemedies = {
  ...{ classId: id(1), className: "8B", isMore: false, helped: [rise], without: shareOf(9, 23) },
  topics: [{ id: id(5), name: "Meanders" }],
  remedies: [
    {
      ...{ id: id(2), kind: "starter", topic: null, at, by: "Ines Fairley", outcome: shareOf(14, 20) },
      item: { id: id(3), number: 17, stem: "Where is a river fastest?" },
    },
  ],
};
const show = (given: ClassRemedies, ...more: Stub[]) =>
  renderPage(
    <Routes>
      <Route path="/classes/:classId/remedies" element={<ClassRemediesPage />} />
    </Routes>,
    {
      path: `/classes/${id(1)}/remedies`,
      stubs: [answers(showClassRemedies, given), answers(addRemedy, { ok: true }), ...more],
    },
  );

test("what was done, what came of it, and that it proves nothing; taken back with a way to undo that", async () => {
  const { user, asked } = show(shown, answers(removeRemedy, { ok: true }));
  const list = within(await screen.findByRole("list", { name: "What was done" }));
  expect(list.getByText("70% right the next time, of 20 wrong answers")).toBeTruthy();
  expect(
    screen.getByText(
      "70% right the next time, of 20 wrong answers; 31 in 100 more than with nothing in between (8 to 50), more than chance",
    ),
  ).toBeTruthy();
  expect(screen.getByText(/^It does not prove what helped/)).toBeTruthy();
  await user.click(list.getByRole("button", { name: "Take back" }));
  await user.click(await screen.findByRole("button", { name: "Undo" }));
  expect(asked.filter(({ method }) => method !== "get").map(({ method, body }) => [method, body])).toEqual([
    ["delete", null],
    ["put", { kind: "starter", itemId: id(3), at }],
  ]);
});

test("a class with nothing kept says how to begin; a topic taught again is kept with one click", async () => {
  const { user, asked } = show({ ...shown, remedies: [], helped: [] });
  expect(await screen.findByText(/^Nothing is kept yet/)).toBeTruthy();
  const keep = screen.getByRole<HTMLButtonElement>("button", { name: "Keep it" });
  expect(keep.disabled).toBe(true);
  await user.click(screen.getByRole("combobox", { name: "Taught again today" }));
  await user.click(screen.getByRole("option", { name: "Meanders" }));
  await user.click(keep);
  expect(await screen.findByText(/^Kept\. When the question comes back/)).toBeTruthy();
  expect(asked.find(({ method }) => method === "put")?.body).toEqual({ kind: "taughtAgain", topicId: id(5) });
});

test("a starter says once that it was shown; where that fails it can be said again", async () => {
  const well = renderPage(<StarterShown classId={id(1)} itemId={id(3)} />, {
    stubs: [answers(addRemedy, { ok: true })],
  });
  await well.user.click(screen.getByRole("button", { name: "We did this today" }));
  expect(await screen.findByRole<HTMLButtonElement>("button", { name: "Shown today" })).toMatchObject({
    disabled: true,
  });
  well.unmount();
  const badly = renderPage(<StarterShown classId={id(1)} itemId={id(3)} />, {
    stubs: [refuses(addRemedy, { code: "nothingHere" }, 404)],
  });
  await badly.user.click(screen.getByRole("button", { name: "We did this today" }));
  expect(await screen.findByRole("alert")).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "We did this today" }).disabled).toBe(false);
});

test("over all classes: all together, then by wrong idea; nothing yet is said", async () => {
  const none = renderPage(<WhatHelpedPage />, {
    stubs: [answers(listWhatHelped, { ideas: [{ idea: null, helped: [], without: shareOf(0, 0) }], isCut: false })],
  });
  expect(await screen.findByText(/^Nothing can be said yet/)).toBeTruthy();
  none.unmount();
  const idea = "A river is fastest on the inside of a bend";
  renderPage(<WhatHelpedPage />, {
    stubs: [
      answers(listWhatHelped, {
        ideas: [
          { idea: null, helped: [rise], without: shareOf(9, 23) },
          { idea, helped: [{ ...rise, kind: "taughtAgain", change: null }], without: shareOf(1, 2) },
        ],
        isCut: true,
      }),
    ],
  });
  const of = within(await screen.findByRole("region", { name: idea }));
  expect(of.getByText("After teaching it again")).toBeTruthy();
  expect(of.getByText(/too few answers to compare$/)).toBeTruthy();
  expect(screen.getByText(/these are the newest/)).toBeTruthy();
});

test("a sentence for each verdict, never more than the interval allows", () => {
  const say = (difference: number, low: number, high: number, verdict: "rise" | "fall" | "unclear") =>
    helpedInWords({ change: { difference, low, high, verdict } });
  expect(say(-0.2, -0.3, -0.1, "fall")).toBe(
    "20 in 100 fewer than with nothing in between (10 to 30), more than chance",
  );
  expect(say(0.1, -0.1, 0.3, "unclear")).toMatch(/between 10 in 100 fewer and 30 in 100 more/);
  expect(say(0.1, 0.01, 0.3, "unclear")).toBe("among so many comparisons the difference may be chance");
});
