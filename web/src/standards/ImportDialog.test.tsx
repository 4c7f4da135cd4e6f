import { undoChange } from "@verdant/contract/bulk";
import { importStandards } from "@verdant/contract/standards";
import type { StandardsNote } from "@verdant/core/standards/notes";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { standardsNoteInWords } from "./notesInWords.ts";
import { ImportDialog } from "./ImportDialog.tsx";

const batchId = "00000000-0000-4000-8000-000000000001";
const outcome = { title: "Rivers", created: 2, changed: 0, retired: 0 };
const faulty = { code: "entryNoStatement" as const, terms: { entry: 4, code: "R1.2" } };
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

async function imported(items: number, notes: readonly StandardsNote[] = []) {
  const page = renderPage(<Page />, {
    stubs: [
      answers(importStandards, { ...outcome, notes: [...notes], given: { items, batchId } }),
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

test("what could not be imported is named", async () => {
  await imported(0, [faulty]);
  expect(screen.getByText(/withdrawn\. Entry 4 \(R1\.2\) has no statement: left as before\.$/)).toBeTruthy();
});

test.each<[StandardsNote, string]>([
  [{ code: "entryNoIdentifier", terms: { entry: 6, code: "" } }, "Entry 6 has no identifier: not imported."],
  [
    { code: "entryIdentifierTaken", terms: { entry: 5, code: "1a", of: "1" } },
    "Entry 5 (1a) has the identifier of 1: not imported.",
  ],
  [
    { code: "wouldLieInCircle", terms: { code: "1", other: "2", under: "" } },
    "1 and 2 would lie under each other, in a circle: 1 lies under the framework.",
  ],
  [
    { code: "severalParents", terms: { code: "3", other: "2", under: "1" } },
    "3 has several parents: it lies under 1, not under 2.",
  ],
  [
    { code: "parentMissing", terms: { code: "4" } },
    "4 should lie under an entry that is not in the file: its place stays as before.",
  ],
  [{ code: "leftInCircle", terms: { codes: "1", count: 1 } }, "1 lies in or under a circle: left as before."],
  [{ code: "leftInCircle", terms: { codes: "1, 2", count: 2 } }, "1, 2 lie in or under a circle: left as before."],
])("a note is a whole sentence: $code", (note, sentence) => {
  expect(standardsNoteInWords(note)).toBe(sentence);
});

test("a line that cannot be read is named before anything is sent", async () => {
  renderPage(<ImportDialog close={() => undefined} />, {});
  fireEvent.change(screen.getByRole("textbox", { name: /^The list/ }), { target: { value: "R1 Rivers\nR1 Coasts" } });
  expect(await screen.findByText(/^Line 2: the code R1 stands twice/)).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>("button", { name: /^Import \d/ }).disabled).toBe(true);
});
