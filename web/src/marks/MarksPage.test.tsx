import {
  excuse,
  excuseNoLonger,
  setMarkWeight,
  showMarks,
  type MarkCell,
  type MarkTable,
} from "@verdant/contract/marks";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { MarksPage } from "./MarksPage.tsx";

const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const [check, review] = [idOf(8), idOf(9)];
const cell = (releaseId: string, state: MarkCell["state"], more: Partial<MarkCell> = {}): MarkCell => ({
  ...{ releaseId, state, points: null, outOf: null, waitingPoints: 0, reason: null },
  ...more,
});
const marked = (releaseId: string, points: number, more: Partial<MarkCell> = {}) =>
  cell(releaseId, "marked", { points, outOf: 5, ...more });
const student = (n: number, name: string, cells: MarkCell[], share: number | null = null) => ({
  ...{ studentId: idOf(n), name, cells, share, counted: share === null ? 0 : 1 },
});
const quiz = (id: string, name: string, weight: number) => ({
  ...{ id, name, weight, usualWeight: weight, counts: "best" as const, opensAt: "2031-02-03T09:00:00.000Z" },
});
const table = (more: Partial<MarkTable> = {}): MarkTable => ({
  ...{ classId: idOf(1), className: "8B", today: "2031-02-05", more: 0 },
  releases: [quiz(check, "Check 1", 1), quiz(review, "Review 2", 0)],
  students: [
    student(2, "Ada Moss", [marked(check, 3.5), marked(review, 5)], 0.7),
    student(3, "Ben Reed", [cell(check, "absent"), cell(review, "notGiven")]),
    student(4, "Cleo Hart", [
      cell(check, "excused", { reason: "On a visit." }),
      marked(review, 1, { waitingPoints: 2 }),
    ]),
  ],
  ...more,
});

const page = (given: MarkTable) =>
  renderPage(
    <Routes>
      <Route path="/classes/:classId/marks" element={<MarksPage />} />
    </Routes>,
    {
      path: `/classes/${idOf(1)}/marks`,
      stubs: [showMarks, setMarkWeight, excuse, excuseNoLonger].map((endpoint) => answers(endpoint, given)),
    },
  );
const posted = ({ asked }: ReturnType<typeof page>) =>
  asked.filter(({ method }) => method !== "get").map(({ path, body }) => [path.split("/").at(-1), body]);

test("only what counts shows first; all shows on asking; absent, excused and what waits are told apart", async () => {
  const { user } = page(table());
  const row = async (name: string) =>
    within((await screen.findByRole("rowheader", { name })).closest("tr") as HTMLElement);
  expect((await row("Ada Moss")).getByText("70 % of 1 quiz")).toBeTruthy();
  expect((await row("Ada Moss")).getAllByRole("button")).toHaveLength(1);
  expect((await row("Ben Reed")).getByText("absent")).toBeTruthy();
  expect((await row("Cleo Hart")).getByText("excused").getAttribute("title")).toBe("On a visit.");
  await user.click(screen.getByRole("checkbox", { name: "Only quizzes that count" }));
  expect((await row("Cleo Hart")).getByText("1 of 5, 2 not marked yet")).toBeTruthy();
  expect((await row("Ben Reed")).getAllByRole("button")).toHaveLength(1);
});

test("a weight is set and undone; emptied it is the usual one; nonsense is refused", async () => {
  const shown = page(table());
  const field = await screen.findByRole("textbox", { name: "Weight of “Check 1”" });
  for (const typed of ["2,5", "-1", "x"]) {
    await shown.user.clear(field);
    await shown.user.type(field, `${typed}{Enter}`);
  }
  expect(await screen.findByText("A weight is a number from 0 to 100.")).toBeTruthy();
  await shown.user.clear(field);
  await shown.user.keyboard("{Enter}");
  expect(posted(shown)).toEqual([
    ["weight", { weight: 2.5 }],
    ["weight", { weight: null }],
  ]);
});

test("a student is excused with a reason, and no longer", async () => {
  const shown = page(table());
  await shown.user.click(await screen.findByRole("button", { name: "Ada Moss, Check 1: 3.5 of 5" }));
  await shown.user.type(screen.getByRole("textbox", { name: "Why excused, if you like" }), "Ill");
  await shown.user.click(screen.getByRole("button", { name: "Excuse" }));
  expect(await screen.findByText("Ada Moss is excused from “Check 1”.")).toBeTruthy();
  await shown.user.click(screen.getByRole("button", { name: "Cleo Hart, Check 1: excused" }));
  await shown.user.click(screen.getByRole("button", { name: "Excuse no longer" }));
  expect(posted(shown)).toEqual([
    ["excuse", { studentIds: [idOf(2)], reason: "Ill" }],
    ["excuse-no-longer", { studentIds: [idOf(4)] }],
  ]);
});

test("a line says how many reach it, and what the lines beside it would change", async () => {
  page(table());
  const line = await screen.findByRole("button", { name: "Line: 60 %" });
  expect(line.closest("p")?.textContent).toBe(
    "At a line of 60 %, 1 of 1 with a mean reach it; at 50 %: 1; at 70 %: 1.",
  );
});

test("what is not in the table is said; a class without quizzes says where marks come from", async () => {
  const first = page(table({ more: 1 }));
  expect(await screen.findByText(/1 older one is not in it, nor in the means/)).toBeTruthy();
  first.unmount();
  page(table({ releases: [] }));
  expect(
    await screen.findByText("Nothing was released to this class yet. Marks come with its first quiz."),
  ).toBeTruthy();
});
