import { undoChange } from "@verdant/contract/bulk";
import { importStandards } from "@verdant/contract/standards";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { ImportDialog } from "./ImportDialog.tsx";

const batchId = "00000000-0000-4000-8000-000000000001";
const outcome = { title: "Rivers", created: 2, changed: 0, retired: 0, notes: [] };
const list = "R1 Rivers\n  R1.1 Explain how a river erodes.";

function Page() {
  const [isOpen, setOpen] = useState(true);
  return isOpen ? (
    <ImportDialog
      close={() => {
        setOpen(false);
      }}
    />
  ) : null;
}

async function imported(items: number) {
  const page = renderPage(<Page />, {
    stubs: [
      answers(importStandards, { ...outcome, given: { items, batchId } }),
      answers(undoChange, { restored: items, kept: 0 }),
    ],
  });
  await page.user.type(screen.getByRole("textbox", { name: "Name of the framework" }), "Rivers");
  fireEvent.change(screen.getByRole("textbox", { name: /^The list/ }), { target: { value: list } });
  await page.user.click(screen.getByRole("button", { name: "Import 2 standards" }));
  await waitFor(() => {
    expect(screen.queryByRole("dialog")).toBeNull();
  });
  return page;
}

test("says how many items carry a standard now that they named by a tag, and takes that back", async () => {
  const { user, asked } = await imported(3);
  expect(
    screen.getByText("Rivers: 2 new, 0 changed, 0 withdrawn. 3 items that named one by a tag carry it now."),
  ).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Undo" }));
  expect(await screen.findByText("3 items as before.")).toBeTruthy();
  expect(asked.at(-1)?.path).toContain(batchId);
});

test("of one it speaks as of one; where there is none there is nothing to undo", async () => {
  await imported(1);
  expect(screen.getByText(/1 item that named one by a tag carries it now/)).toBeTruthy();
});

test("where no item named one, it says nothing of items", async () => {
  await imported(0);
  expect(screen.getByText("Rivers: 2 new, 0 changed, 0 withdrawn.")).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Undo" })).toBeNull();
});

test("a line that cannot be read is named before anything is sent", async () => {
  renderPage(<ImportDialog close={() => undefined} />, {});
  fireEvent.change(screen.getByRole("textbox", { name: /^The list/ }), { target: { value: "R1 Rivers\nR1 Coasts" } });
  expect(await screen.findByText(/^Line 2: The code R1 stands twice/)).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: /^Import \d/ }).disabled).toBe(true);
});
