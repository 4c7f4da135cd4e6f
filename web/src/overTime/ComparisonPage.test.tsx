import { showComparison, type Comparison } from "@verdant/contract/comparison";
import { shareOf } from "@verdant/core/insight/wilson";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { ComparisonPage } from "./ComparisonPage.tsx";
import { differenceInWords } from "./overTimeInWords.ts";

const idOf = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
type Compared = NonNullable<Comparison["compared"]>;
const change = (difference: number, low: number, high: number, verdict: "rise" | "fall" | "unclear") => ({
  ...{ difference, low, high, verdict },
});
const compared: Compared = {
  first: { name: "9C", year: "2030/31", students: 24 },
  second: { name: "9B", year: "2029/30", students: 26 },
  ...{ questions: 40, isTooFew: false, by: null },
  all: { first: shareOf(70, 100), second: shareOf(66, 100), change: change(0.04, -0.03, 0.12, "unclear") },
  topics: [
    {
      ...{ topicId: idOf(3), name: "Migration", strand: { unitId: idOf(4), name: "People", letter: "P", hue: 2 } },
      ...{ first: shareOf(20, 50), second: shareOf(40, 50), change: change(-0.4, -0.6, -0.2, "fall") },
    },
  ],
};
const classes = [{ id: idOf(2), name: "9B", year: "2029/30" }];

const show = (given: Compared | null, path = `?with=${idOf(2)}`) =>
  renderPage(
    <Routes>
      <Route path="/classes/:classId/comparison" element={<ComparisonPage />} />
    </Routes>,
    {
      path: `/classes/${idOf(1)}/comparison${path}`,
      stubs: [
        answers(showComparison, {
          ...{ classId: idOf(1), className: "9C", classes, groups: [{ id: idOf(5), name: "Early" }] },
          characteristics: [{ name: "First language", values: [{ id: idOf(6), name: "Another" }] }],
          compared: given,
        }),
      ],
    },
  );

test("what may be chance names nobody better, and how far it could go; what is more than chance names who and by how much", async () => {
  show(compared);
  expect(
    await screen.findByRole("heading", {
      name: "No difference can be told: 9C may be anywhere from 3 in 100 worse to 12 in 100 better.",
    }),
  ).toBeTruthy();
  expect(screen.getByText(/^From the 40 questions .* 24 students of 9C, 26 of 9B\.$/)).toBeTruthy();
  expect(screen.getByText(/^It does not say why/)).toBeTruthy();
  const line = within(screen.getByRole("list", { name: "Topics" }));
  expect(line.getByText("9B: 40 in 100 more right (20 to 60), more than chance.")).toBeTruthy();
});

test("two sides of one name are told apart by their year, and a group stands beside the rest", async () => {
  const last = { ...compared, second: { ...compared.second, name: "9C" } };
  const view = show(last);
  expect(await screen.findByText(/26 of 9C, 2029\/30\.$/)).toBeTruthy();
  view.unmount();
  show({ ...compared, first: { name: "Early", year: null, students: 12 }, second: { ...last.second, year: null } });
  expect(await screen.findByText(/12 students of Early, 26 of the rest of 9C\.$/)).toBeTruthy();
});

test("too few have no figure; nothing in common says so; without a choice nothing is shown", async () => {
  const few = show({ ...compared, isTooFew: true, all: null, topics: [] });
  expect(
    await screen.findByText(/^Too few to compare: 24 students of 9C and 26 of 9B .* Each side needs 10\.$/),
  ).toBeTruthy();
  few.unmount();
  const none = show({ ...compared, questions: 0, isTooFew: true, all: null, topics: [] });
  expect(await screen.findByText("Nobody of 9B was asked a question that 9C was asked, too.")).toBeTruthy();
  none.unmount();
  const { asked } = show(null, `?group=${idOf(5)}`);
  expect(await screen.findByRole("combobox", { name: /With/ })).toBeTruthy();
  expect(asked.map(({ query }) => query)).toEqual([{ groupId: idOf(5) }]);
});

test("a difference in words", () => {
  expect(differenceInWords(null, "9C", "9B")).toBe("too few answers to compare");
  expect(differenceInWords(change(0.07, 0.02, 0.12, "rise"), "9C", "9B")).toBe(
    "9C: 7 in 100 more right (2 to 12), more than chance",
  );
  // What holds alone, but not for all lines together, is neither a difference nor none.
  expect(differenceInWords(change(-0.08, -0.16, -0.01, "unclear"), "9C", "9B")).toBe(
    "9B: 8 in 100 more right (1 to 16); among so many comparisons that may be chance",
  );
});

test("students of one characteristic: its name, the classes, and the others by name or together", async () => {
  const by = { characteristic: "First language", classes: ["9B", "9C"] };
  const sides = {
    first: { name: "Another", year: null, students: 12 },
    second: { name: "English", year: null, students: 40 },
  };
  const view = show({ ...compared, ...sides, by }, `?value=${idOf(6)}`);
  expect(await screen.findByText("First language, over 9B and 9C this year.")).toBeTruthy();
  expect(screen.getByText(/12 students of Another, 40 of English\.$/)).toBeTruthy();
  expect(view.asked.map(({ query }) => query)).toEqual([{ valueId: idOf(6) }]);
  view.unmount();
  show({ ...compared, ...sides, second: { ...sides.second, name: "" }, by }, `?value=${idOf(6)}`);
  expect(await screen.findByText(/40 of the others\.$/)).toBeTruthy();
});
