import { listAnswersOfRelease } from "@verdant/contract/answers";
import type { Results } from "@verdant/contract/insight";
import { screen, waitFor } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { answers, refuses, renderPage } from "../platform/testing/pages.tsx";
import { SaveResults } from "./SaveResults.tsx";

const id = "0190a0f0-0000-7000-8000-000000000001";
const results = {
  ...{ releaseId: id, classId: id, className: "9C", name: "Rivers: all/some", go: "last", items: [], perStudent: [] },
} as unknown as Results;

test("what is shown is what is saved: of this class and these goes, under the name of the quiz", async () => {
  const saved: string[] = [];
  vi.stubGlobal("URL", Object.assign(URL, { createObjectURL: () => "blob:x", revokeObjectURL: () => undefined }));
  vi.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(function (this: HTMLAnchorElement) {
    saved.push(this.download);
  });
  const { user, asked } = renderPage(<SaveResults results={results} />, {
    stubs: [answers(listAnswersOfRelease, { releaseId: id, classId: id, answers: [] })],
  });
  await user.click(screen.getByRole("button", { name: "Save as…" }));
  await user.click(await screen.findByRole("menuitem", { name: /^CSV/ }));
  await waitFor(() => {
    expect(saved).toEqual(["Results 9C Rivers all some.zip"]);
  });
  expect(asked.at(-1)?.query).toEqual({ classId: id, go: "last" });
});

test("answers that cannot be read are said, and no file is written", async () => {
  const { user } = renderPage(<SaveResults results={results} />, {
    stubs: [refuses(listAnswersOfRelease, { code: "nothingHere" }, 404)],
  });
  await user.click(screen.getByRole("button", { name: "Save as…" }));
  await user.click(await screen.findByRole("menuitem", { name: /^Workbook/ }));
  expect(await screen.findByRole("alert")).toBeTruthy();
});
