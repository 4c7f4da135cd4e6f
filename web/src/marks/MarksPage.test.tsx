import {
  excuse,
  excuseNoLonger,
  setMarkWeight,
  showMarks,
  type MarkCell,
  type MarkTable,
} from "@verdant/contract/marks";
import { showClassStandards, type StandardResult } from "@verdant/contract/insight";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { lineInWords } from "./StandardGrid.tsx";
import { MarksPage } from "./MarksPage.tsx";

const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const [check, review] = [idOf(8), idOf(9)];
const cell = (releaseId: string, state: MarkCell["state"], more: Partial<MarkCell> = {}): MarkCell => ({
  ...{ releaseId, state, points: null, outOf: null, waitingPoints: 0, handedInAt: null, reason: null },
  ...more,
});
const marked = (releaseId: string, points: number, more: Partial<MarkCell> = {}) =>
  cell(releaseId, "marked", { points, outOf: 5, ...more });
const student = (n: number, name: string, cells: MarkCell[], share: number | null = null) => ({
  ...{ studentId: idOf(n), name, externalId: null, cells, share, counted: share === null ? 0 : 1 },
});
const quiz = (id: string, name: string, weight: number) => ({
  ...{
    id,
    name,
    weight,
    usualWeight: weight,
    counts: "best" as const,
    opensAt: "2031-02-03T09:00:00.000Z",
    shutsAt: null,
  },
});
const table = (more: Partial<MarkTable> = {}): MarkTable => ({
  ...{ classId: idOf(1), className: "8B", departmentId: idOf(9), line: 0.6, today: "2031-02-05", more: 0 },
  ...{ classExternalId: null, schoolExternalId: null },
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

const page = (given: MarkTable, more: readonly Stub[] = []) =>
  renderPage(
    <Routes>
      <Route path="/classes/:classId/marks" element={<MarksPage />} />
    </Routes>,
    {
      path: `/classes/${idOf(1)}/marks`,
      stubs: [
        ...[showMarks, setMarkWeight, excuse, excuseNoLonger].map((endpoint) => answers(endpoint, given)),
        ...more,
      ],
    },
  );
const posted = ({ asked }: ReturnType<typeof page>) =>
  asked.filter(({ method }) => method !== "get").map(({ path, body }) => [path.split("/").at(-1), body]);

test("only what counts shows first; all shows on asking; absent, excused and what waits are told apart", async () => {
  const { user } = page(table());
  const row = async (name: string) =>
    within((await screen.findByRole("rowheader", { name })).closest("tr") as HTMLElement);
  expect((await row("Ada Moss")).getByText("70% of 1 quiz")).toBeTruthy();
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
  const line = await screen.findByRole("button", { name: "Line: 60%" });
  expect(line.closest("p")?.textContent).toBe(
    "At a line of 60%, 1 of 1 with a mean reach it (the line kept for the course or the department); at 50%: 1; at 70%: 1.",
  );
});

test("the line that is shown at first is the one that is kept, also one that nobody would offer", async () => {
  page(table({ line: 0.65 }));
  const line = await screen.findByRole("button", { name: "Line: 65%" });
  expect(line.closest("p")?.textContent).toContain("at 55%: 1; at 75%: 0.");
});

const standard: StandardResult = {
  ...{ standardId: idOf(8), code: "GEO.1", statement: "Explain how a river shapes land.", secureLine: 0.7 },
  prior: { mean: 0.6, weight: 2 },
  students: [
    { studentId: idOf(2), name: "Ada Moss", right: 9, given: 9, mean: 0.9, label: "secure" },
    { studentId: idOf(3), name: "Ben Reed", right: 0, given: 0, mean: 0.6, label: "noEvidence" },
    { studentId: idOf(4), name: "Cleo Hart", right: 1.5, given: 6, mean: 0.3, label: "notYet" },
  ],
};

test("by standard: how sure we are of each student, its line, and what another line would change", async () => {
  const standards = { classId: idOf(1), className: "8B", usualLine: 0.7, standards: [standard] };
  const { user, at } = page(table(), [answers(showClassStandards, standards)]);
  await user.click(await screen.findByRole("tab", { name: "Standards" }));
  const cells = async (name: string) =>
    within((await screen.findByRole("rowheader", { name })).closest("tr") as HTMLElement).getByRole("cell").textContent;
  expect([await cells("Ada Moss"), await cells("Ben Reed"), await cells("Cleo Hart")]).toEqual([
    "secure9 of 9",
    "no answers",
    "not yet1.5 of 6",
  ]);
  const head = screen.getByRole("columnheader", { name: /^GEO\.1/ });
  expect(head.textContent).toContain("Line 70%: 1 secure; at 60%: 1; at 80%:");
  expect(at().search).toBe("?see=standards");
});

test("a line as high as all or as low as nothing is not offered", () => {
  expect(lineInWords({ secureLine: 0.95, students: [] })).toBe("Line 95%: 0 secure; at 85%: 0");
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
