import { listAnswersOfRelease, type AnswerRow } from "@verdant/contract/answers";
import type { ClassOverTime } from "@verdant/contract/overTime";
import { screen, waitFor } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { tablesOverTime } from "./answersOverTime.ts";
import { SaveAnswers } from "./SaveAnswers.tsx";

const id = (n: number) => `0190a0f0-0000-7000-8000-00000000000${n}`;
const release = (n: number): ClassOverTime["releases"][number] => ({
  ...{ id: id(n), name: `Review ${n}`, on: `2031-02-0${n}`, given: 24, handedIn: 20, marks: [] },
  outcome: { right: 30, outOf: 40, low: 0.6, high: 0.86 },
});
const answer = (name: string): AnswerRow => ({
  ...{ studentId: id(8), name, go: 1, position: 1, itemNumber: 12, question: "Where?", use: "practice" },
  ...{ answer: "A cave", state: "marked", credit: 1, seconds: 12, reason: null },
});
const of = { classId: id(9), className: "8B", releases: [release(1), release(2)] } as ClassOverTime;

function open(...stubs: Stub[]) {
  const saved: string[] = [];
  vi.stubGlobal("URL", Object.assign(URL, { createObjectURL: () => "blob:x", revokeObjectURL: () => undefined }));
  vi.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(function (this: HTMLAnchorElement) {
    saved.push(this.download);
  });
  return { saved, ...renderPage(<SaveAnswers of={of} />, { stubs }) };
}

test("every answer stands beside its quiz and day; each quiz with what came out of it", () => {
  const [quizzes, all] = tablesOverTime(of.releases, [[answer("Ada"), answer("Bea")], []]);
  expect(quizzes?.rows).toEqual([
    ["Review 1", "2031-02-01", 24, 20, 30, 40, 0.6, 0.86],
    ["Review 2", "2031-02-02", 24, 20, 30, 40, 0.6, 0.86],
  ]);
  expect(all?.rows.map((row) => row.slice(0, 4))).toEqual([
    ["Review 1", "2031-02-01", "Ada", 1],
    ["Review 1", "2031-02-01", "Bea", 1],
  ]);
  for (const table of [quizzes, all])
    for (const row of table?.rows ?? []) expect(row).toHaveLength(table?.columns.length ?? 0);
});

test("quiz by quiz is read, first goes of this class, and one file is written", async () => {
  const { user, asked, saved } = open(
    answers(listAnswersOfRelease, ({ path }) => ({
      ...{ releaseId: path.includes(id(1)) ? id(1) : id(2), classId: id(9), answers: [answer("Ada")] },
    })),
  );
  await user.click(screen.getByRole("button", { name: "Save as…" }));
  await user.click(await screen.findByRole("menuitem", { name: "CSV: the same in two files" }));
  await waitFor(() => {
    expect(saved).toEqual(["Answers 8B.zip"]);
  });
  expect(asked.map(({ path, query }) => [path.split("/").at(-2), query])).toEqual(
    of.releases.map((one) => [one.id, { classId: id(9), go: "first" }]),
  );
});

test("where a quiz cannot be read it is named, and no file is written", async () => {
  const { user, saved } = open(refuses(listAnswersOfRelease, { code: "noSuch", terms: { what: "release" } }, 404));
  await user.click(screen.getByRole("button", { name: "Save as…" }));
  await user.click(await screen.findByRole("menuitem", { name: "Workbook: 2 quizzes and every answer" }));
  expect((await screen.findByRole("alert")).textContent).toContain(
    "“Review 1” could not be read, so no file was written.",
  );
  expect(saved).toEqual([]);
});
