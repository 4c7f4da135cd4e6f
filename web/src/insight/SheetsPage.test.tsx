import { showSheets, type SheetItem, type Sheets } from "@verdant/contract/sheets";
import { richTextOf } from "@verdant/core/richText";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { SheetsPage } from "./SheetsPage.tsx";

const idOf = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;

const item: SheetItem = {
  ...{ itemId: idOf(1), topic: "Meanders", stem: richTextOf("Where is a river fastest?"), stimulus: "A bend" },
  ...{ answered: "On the inside", reason: "It is shorter", rationales: [richTextOf("Shorter is not faster.")] },
  ...{ explanation: richTextOf("Water swings outwards."), nextStep: richTextOf("Draw the bend.") },
  again: { stem: richTextOf("Where is it deepest?"), options: ["Inside", "Outside"].map(richTextOf), key: "B" },
};
const reserved: SheetItem = {
  ...{ itemId: idOf(2), topic: "Deltas", stem: null, stimulus: null, answered: null, reason: null, rationales: [] },
  ...{ explanation: null, nextStep: richTextOf("Read page 12."), again: null },
};
const sheets: Sheets = {
  ...{ releaseId: idOf(9), name: "Review 5", classId: idOf(8), className: "8B", on: "2031-02-05", isOpen: true },
  classes: [{ id: idOf(8), name: "8B" }],
  students: [
    { studentId: idOf(11), name: "Ada Finch", items: [item, reserved], further: ["Floods"], waiting: 1 },
    { studentId: idOf(12), name: "Ben Hale", items: [], further: [], waiting: 0 },
  ],
  without: [{ studentId: idOf(13), name: "Cleo Marsh" }],
};

const show = (given: Partial<Sheets> = {}, query = "") =>
  renderPage(
    <Routes>
      <Route path="/results/:releaseId/sheets" element={<SheetsPage />} />
    </Routes>,
    { path: `/results/${idOf(9)}/sheets${query}`, stubs: [answers(showSheets, { ...sheets, ...given })] },
  );

test("a sheet has the question, both answers, the reason, what to do, and another question with its key at the foot", async () => {
  show();
  const sheet = within(await screen.findByRole("article", { name: "Sheet of Ada Finch" }));
  for (const text of [
    "Where is a river fastest?",
    "(with “A bend”)",
    "You answered: On the inside You wrote: “It is shorter”",
    "Shorter is not faster.",
    "Water swings outwards.",
    "Draw the bend.",
    "Where is it deepest?",
    "A test question on Deltas",
    "Read page 12.",
    "Look at these again, too: Floods.",
    "1 answer of yours is not marked yet.",
    "Answers to what you tried: 1: B",
  ])
    expect(sheet.getByText(text), text).toBeTruthy();
  expect(sheet.getAllByText(/^You (answered|left)/)).toHaveLength(1);
});

test("an open quiz is warned of, who has no sheet is named, and one can be had for each", async () => {
  const { user } = show();
  expect(await screen.findByText(/^This quiz is still open/)).toBeTruthy();
  expect(screen.getByText("No sheet, since not handed in: Cleo Marsh.")).toBeTruthy();
  expect(screen.queryByRole("article", { name: "Sheet of Ben Hale" })).toBeNull();
  await user.click(screen.getByRole("button", { name: "Whose: who had something wrong" }));
  await user.click(screen.getByRole("menuitem", { name: "Ben Hale" }));
  expect(await screen.findByText("Everything was right.")).toBeTruthy();
  expect(screen.queryByRole("article", { name: "Sheet of Ada Finch" })).toBeNull();
});

test("where nobody has handed in there is nothing to print", async () => {
  show({ students: [], isOpen: false });
  expect(await screen.findByText("Nobody has handed in yet.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Print the sheets" }).hasAttribute("disabled")).toBe(true);
});

test("sheets of several who were ticked in the results, and of nobody else", async () => {
  const cleo = { studentId: idOf(14), name: "Dov Hall", items: [item], further: [], waiting: 0 };
  show({ students: [...sheets.students, cleo] }, `?for=${idOf(11)},${idOf(14)}`);
  expect(await screen.findByRole("article", { name: "Sheet of Ada Finch" })).toBeTruthy();
  expect(screen.getByRole("article", { name: "Sheet of Dov Hall" })).toBeTruthy();
  expect(screen.queryByRole("article", { name: "Sheet of Ben Hale" })).toBeNull();
  expect(screen.getByText("2 students who were ticked")).toBeTruthy();
});
