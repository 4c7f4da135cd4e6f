/** A quiz goes out as a package of the form that is chosen. */
import { startExport, type Transfer } from "@verdant/contract/exchange";
import { screen, waitFor } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage } from "../platform/testing/pages.tsx";
import { ExportQuiz } from "./ExportQuiz.tsx";

const quizId = "00000000-0000-4000-8000-000000000001";
const transfer: Transfer = {
  ...{
    id: "00000000-0000-4000-8000-000000000002",
    kind: "export",
    format: "package",
    state: "waiting",
    name: "quiz.zip",
  },
  ...{ bytes: 0, share: 0, askedBy: "Mara Okafor", askedAt: "2026-11-25T09:00:00.000Z", finishedAt: null },
  ...{ imported: null, canUndo: false, undone: null, problem: null },
};

test.each([
  ["Package with its items (QTI 3.0)", "package"],
  ["Package with its items, for older programs (QTI 2.2)", "olderPackage"],
])("%s", async (name, format) => {
  const { user, asked } = renderPage(<ExportQuiz quizId={quizId} />, { stubs: [answers(startExport, transfer)] });
  await user.click(screen.getByRole("button", { name: "Export" }));
  await user.click(screen.getByRole("menuitem", { name }));
  await waitFor(() => {
    expect(asked.map(({ body }) => body)).toEqual([{ format, quizId }]);
  });
});

test("a refusal is said", async () => {
  const { user } = renderPage(<ExportQuiz quizId={quizId} />, {
    stubs: [refuses(startExport, { code: "quizAsPackage" })],
  });
  await user.click(screen.getByRole("button", { name: "Export" }));
  await user.click(screen.getByRole("menuitem", { name: /3\.0/ }));
  expect(await screen.findByText(/A quiz is exported as a package/)).toBeTruthy();
});
