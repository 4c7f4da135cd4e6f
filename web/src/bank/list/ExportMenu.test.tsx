/** What a search has found is exported in any form that holds some items, and only these. */
import { startExport, type Transfer } from "@verdant/contract/exchange";
import { screen, waitFor } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../../platform/testing/pages.tsx";
import { ExportMenu } from "./ExportMenu.tsx";

const which = { query: { text: "floods" }, expected: 12 };
const transfer: Transfer = {
  ...{
    id: "00000000-0000-7000-8000-000000000001",
    kind: "export",
    format: "text",
    state: "waiting",
    name: "items.txt",
  },
  ...{ bytes: 0, share: 0, askedBy: "Mara Okafor", askedAt: "2026-11-25T09:00:00.000Z", finishedAt: null },
  ...{ imported: null, canUndo: false, undone: null, problem: null },
} as const;
const open = (...stubs: Stub[]) => renderPage(<ExportMenu which={which} total={12} />, { stubs });

test.each([
  ["Workbook", "workbook"],
  ["CSV file", "table"],
  ["Word-processor file", "word"],
  ["Plain text", "text"],
  ["Package (QTI 3.0)", "package"],
  ["Package for older programs (QTI 2.2)", "olderPackage"],
])("as %s, with the search that found them and how many it found", async (name, format) => {
  const { user, asked } = open(answers(startExport, transfer));
  await user.click(screen.getByRole("button", { name: "Export all 12" }));
  await user.click(screen.getByRole("menuitem", { name }));
  await waitFor(() => {
    expect(asked.map(({ body }) => body)).toEqual([{ format, which }]);
  });
});

test("a bank that has changed since the search says so", async () => {
  const { user } = open(refuses(startExport, { code: "bankChanged", terms: { found: 13, expected: 12 } }));
  await user.click(screen.getByRole("button", { name: "Export all 12" }));
  await user.click(screen.getByRole("menuitem", { name: "Plain text" }));
  expect(await screen.findByText(/13/)).toBeTruthy();
});
