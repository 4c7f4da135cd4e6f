import { exportStandards } from "@verdant/contract/standards";
import { screen, waitFor } from "@testing-library/react";
import { beforeEach, expect, test, vi } from "vitest";
import { saveFile } from "../platform/saveFile.ts";
import { answers, refuses, renderPage } from "../platform/testing/pages.tsx";
import { SaveStandards } from "./SaveStandards.tsx";

vi.mock("../platform/saveFile.ts", () => ({ saveFile: vi.fn() }));
const saved = vi.mocked(saveFile);
beforeEach(() => saved.mockClear());

test("each framework is saved as a file of its own, and it is said what is not in it", async () => {
  const frameworks = ["Rivers", "Maps"].map((title) => ({ title, standards: 1, file: { CFDocument: { title } } }));
  const { user } = renderPage(<SaveStandards />, { stubs: [answers(exportStandards, { frameworks })] });
  await user.click(screen.getByRole("button", { name: "Save as CASE" }));
  expect(await screen.findByText("2 CASE files saved. Withdrawn standards are not in them.")).toBeTruthy();
  expect(saved.mock.calls.map(([, name]) => name)).toEqual(["Rivers.json", "Maps.json"]);
  expect(saved.mock.calls[0]?.[0].type).toBe("application/json");
});

test("where it cannot be read, nothing is saved and it is said", async () => {
  const { user } = renderPage(<SaveStandards />, { stubs: [refuses(exportStandards, { code: "signInFirst" })] });
  await user.click(screen.getByRole("button", { name: "Save as CASE" }));
  await waitFor(() => {
    expect(screen.getByText(/Sign in/)).toBeTruthy();
  });
  expect(saved).not.toHaveBeenCalled();
});
