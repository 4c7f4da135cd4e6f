import { showStandardsOfRelease, type Results, type StandardResult } from "@verdant/contract/insight";
import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { StandardsPanel } from "./StandardsPanel.tsx";

const id = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const standard: StandardResult = {
  ...{ standardId: id(3), code: "G2", statement: "Explain how a meander moves", secureLine: 0.7 },
  prior: { mean: 0.6, weight: 2 },
  students: [
    { studentId: id(4), name: "Ada Finch", right: 5, given: 5, mean: 0.88, label: "secure" },
    { studentId: id(5), name: "Bo Larch", right: 1, given: 2, mean: 0.55, label: "tooEarly" },
    { studentId: id(6), name: "Cy Rowan", right: 0, given: 0, mean: 0.6, label: "noEvidence" },
  ],
};
const show = (...stubs: Stub[]) =>
  renderPage(<StandardsPanel results={{ releaseId: id(1), classId: id(2), className: "8B" } as Results} />, {
    path: "/",
    stubs,
  });

test("each standard of the quiz says how many are where, and who; only who has shown something is on the scale", async () => {
  const { asked } = show(answers(showStandardsOfRelease, { standards: [standard] }));
  const row = within(await screen.findByRole("article", { name: "Standard G2" }));
  expect(row.getByText("Explain how a meander moves")).toBeTruthy();
  expect(row.getByText("secure line 70%")).toBeTruthy();
  const scale = row.getByRole("list", { name: "Students on G2, from least to most secure" });
  expect(scale.textContent).toContain("Ada Finch: 5 of 5");
  expect(scale.textContent).not.toContain("Cy Rowan");
  expect(asked[0]?.path).toBe(`/api/releases/${id(1)}/standards`);
  expect(asked[0]?.query).toMatchObject({ classId: id(2) });
});

test("a quiz without standards says so; one that cannot be read says that instead", async () => {
  const { unmount } = show(answers(showStandardsOfRelease, { standards: [] }));
  expect(await screen.findByText("The items of this quiz carry no standards.")).toBeTruthy();
  unmount();
  show(refuses(showStandardsOfRelease, { code: "busy" }, 503));
  expect(await screen.findByRole("button", { name: /again/i })).toBeTruthy();
  expect(screen.queryByText("The items of this quiz carry no standards.")).toBeNull();
});
