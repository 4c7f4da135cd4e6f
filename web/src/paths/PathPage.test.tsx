import { giveGoAheads, takeBackGoAheads } from "@verdant/contract/beforeGo";
import { listClasses } from "@verdant/contract/courses";
import { copyPath, showPath, tickStep, untickStep, type Cell, type Path } from "@verdant/contract/paths";
import { showSession } from "@verdant/contract/team";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, test, vi } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { cellInWords, isLate } from "./cellInWords.ts";
import { PathPage } from "./PathPage.tsx";

const now = "2031-02-05T09:30:00.000Z";
const idOf = (n: number) => `00000000-0000-7000-8000-0000000000${String(n).padStart(2, "0")}`;
const [talk, show] = [idOf(20), idOf(21)];

const steps: Path["steps"] = [
  {
    id: talk,
    kind: "task",
    name: "Talk about a meander",
    releaseId: null,
    releaseName: null,
    percent: null,
    by: "best",
    dueOn: "2031-02-01",
  },
  {
    id: show,
    kind: "check",
    name: "Show a meander",
    releaseId: idOf(30),
    releaseName: "Check 1",
    percent: 70,
    by: "best",
    dueOn: null,
  },
];
const cell = (stepId: string, state: Cell["state"], more: Partial<Cell> = {}): Cell => ({
  stepId,
  state,
  doneAt: state === "done" ? "2031-02-03T10:00:00.000Z" : null,
  goes: 0,
  reached: null,
  note: null,
  ...more,
});
const names = ["Ada Moss", "Ben Reed", "Cleo Hart"];
const student = (n: number, cells: Cell[], more: Partial<Path["students"][number]> = {}) => ({
  studentId: idOf(n),
  name: names[n] ?? "",
  cells,
  nextStepId: cells.find(({ state }) => state !== "done")?.stepId ?? null,
  waitsFor: null,
  since: null,
  missing: [],
  ...more,
});
const path = (students: Path["students"], more: Partial<Path> = {}): Path => ({
  id: idOf(40),
  classId: idOf(41),
  className: "8B",
  name: "Rivers",
  version: 1,
  isArchived: false,
  steps,
  students,
  ...more,
});
const waitsForTick = (n: number, since: string | null = null) =>
  student(n, [cell(talk, "open"), cell(show, "shut")], { waitsFor: "tick", since });
const waitsForGoAhead = student(2, [cell(talk, "done"), cell(show, "open", { goes: 1, reached: 0.4 })], {
  waitsFor: "goAhead",
  since: "2031-02-04T10:00:00.000Z",
  missing: [{ code: "goAheadMissing" }],
});

function board(given: Path, { isWide = true } = {}) {
  vi.stubGlobal("matchMedia", (query: string) => ({
    ...{ matches: isWide, media: query },
    addListener: () => undefined,
    removeListener: () => undefined,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }));
  const element = (
    <Routes>
      <Route path="/paths/:pathId" element={<PathPage />} />
    </Routes>
  );
  return renderPage(element, {
    path: `/paths/${given.id}`,
    stubs: [
      answers(showSession, { isDemo: true, maySignUp: false, now, member: null, guest: null, student: null }),
      answers(listClasses, { classes: [] }),
      answers(showPath, given),
      answers(tickStep, given),
      answers(untickStep, given),
      answers(giveGoAheads, { students: [], word: null }),
      answers(takeBackGoAheads, { students: [], word: null }),
      answers(copyPath, { id: idOf(50), quizzesLeft: 0 }),
    ],
  });
}
const posted = ({ asked }: ReturnType<typeof board>) =>
  asked.filter(({ method }) => method === "post").map(({ path: to, body }) => [to.split("/").at(-1), body]);

describe("who waits", () => {
  test("stands by step, the longest first; one is ticked off with a note, and that can be undone", async () => {
    const page = board(
      path([waitsForTick(0, "2031-02-04T08:00:00.000Z"), waitsForTick(1, "2031-02-02T08:00:00.000Z")]),
    );
    expect(await screen.findByRole("heading", { name: "2 students wait for you" })).toBeTruthy();
    const here = within(screen.getByRole("region", { name: "Talk about a meander" }));
    expect(here.getAllByRole("checkbox").map((box) => box.getAttribute("aria-label"))).toEqual([
      "Ben Reed",
      "Ada Moss",
    ]);
    await page.user.type(here.getByRole("textbox", { name: "Note to the tick, if any" }), "Said it well.");
    await page.user.click(here.getByRole("button", { name: "Tick “Talk about a meander” off for Ada Moss" }));
    expect(await screen.findByText("Ticked off for Ada Moss.")).toBeTruthy();
    await page.user.click(screen.getByRole("button", { name: "Undo" }));
    expect(posted(page)).toEqual([
      ["tick", { studentIds: [idOf(0)], note: "Said it well." }],
      ["untick", { studentIds: [idOf(0)] }],
    ]);
  });

  test("several chosen are ticked off at once; all of a step with one tap; go-aheads go to their quiz", async () => {
    const page = board(path([waitsForTick(0), waitsForTick(1), waitsForGoAhead]));
    await page.user.click(await screen.findByRole("button", { name: "Tick all 2 off" }));
    await page.user.click(screen.getByRole("checkbox", { name: "Ben Reed" }));
    await page.user.click(screen.getByRole("button", { name: "Tick 1 student off" }));
    await page.user.click(screen.getByRole("button", { name: "Go-ahead for Cleo Hart" }));
    expect(await screen.findByText("Cleo Hart may go on.")).toBeTruthy();
    expect(posted(page)).toEqual([
      ["tick", { studentIds: [idOf(0), idOf(1)], note: null }],
      ["tick", { studentIds: [idOf(1)], note: null }],
      ["go-aheads", { studentIds: [idOf(2)] }],
    ]);
    expect(page.asked.find(({ path: to }) => to.endsWith("go-aheads"))?.path).toContain(idOf(30));
  });

  test("nobody waits: that is said", async () => {
    board(path([student(0, [cell(talk, "done"), cell(show, "done")])]));
    expect(await screen.findByRole("heading", { name: "Nobody waits for you" })).toBeTruthy();
  });
});

describe("the board", () => {
  test("has a row for each student and says the same as its marks; a tick is given and taken in its place", async () => {
    const page = board(path([waitsForTick(0), waitsForGoAhead]));
    const row = within((await screen.findByRole("rowheader", { name: "Cleo Hart" })).closest("tr") as HTMLElement);
    expect(row.getByText("done 3 Feb")).toBeTruthy();
    expect(row.getByText("1 go, 40%")).toBeTruthy();
    expect(row.getByText("waits for you")).toBeTruthy();
    await page.user.click(screen.getByRole("checkbox", { name: "Talk about a meander: Ada Moss" }));
    await page.user.click(screen.getByRole("checkbox", { name: "Talk about a meander: Cleo Hart" }));
    expect(await screen.findByText("The tick of Cleo Hart is taken back.")).toBeTruthy();
    expect(posted(page).map(([what]) => what)).toEqual(["tick", "untick"]);
  });

  test("on a phone a student's steps open under the name", async () => {
    const page = board(path([waitsForGoAhead]), { isWide: false });
    await page.user.click(await screen.findByRole("button", { name: /Cleo Hart.*Show a meander · waits for you/s }));
    expect(screen.getByText("1 go, 40%")).toBeTruthy();
  });

  test("a step without its quiz and an archived path are said", async () => {
    const left = steps.map((step) => ({ ...step, releaseId: null, releaseName: null }));
    board(path([waitsForTick(0)], { steps: left, isArchived: true }));
    expect(await screen.findByText("1 step has no quiz yet, so nobody gets past it.")).toBeTruthy();
    expect(screen.getByText(/This path is archived/)).toBeTruthy();
    expect(screen.queryByText(/wait for you/)).toBeNull();
  });
});

test("where one is at a step, in words, and when that is late", () => {
  const [task, check] = steps as [Path["steps"][number], Path["steps"][number]];
  expect(cellInWords(cell(show, "shut"), check)).toBe("closed");
  expect(cellInWords(cell(show, "open"), check)).toBe("not begun");
  expect(cellInWords(cell(talk, "open"), task)).toBe("not ticked off");
  expect(cellInWords(cell(show, "done", { goes: 2, reached: 0.8 }), check)).toBe("done 3 Feb, 80%");
  expect(isLate(cell(talk, "open"), task, "2031-02-02")).toBe(true);
  expect(isLate(cell(talk, "open"), task, "2031-02-01")).toBe(false);
  expect(isLate(cell(talk, "done"), task, "2031-02-09")).toBe(false);
});
