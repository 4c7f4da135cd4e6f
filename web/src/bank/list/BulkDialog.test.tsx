import { changeItems, undoChange } from "@verdant/contract/bulk";
import { listMembers } from "@verdant/contract/members";
import { listTopics } from "@verdant/contract/standards";
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, test, vi } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../../platform/testing/pages.tsx";
import { BulkDialog } from "./BulkDialog.tsx";

const batchId = "00000000-0000-7000-8000-00000000000b";
const itemIds = ["00000000-0000-7000-8000-000000000001", "00000000-0000-7000-8000-000000000002"];
const around = [
  answers(listTopics, { topics: [], standards: [], withdrawn: [] }),
  answers(listMembers, { members: [], asksSecondFactor: false }),
];

/** As the bank does it: closed, it is gone, and what can be undone outlives it. */
function Opened({ closed }: { closed: () => void }) {
  const [isOpen, setOpen] = useState(true);
  const close = () => {
    setOpen(false);
    closed();
  };
  return isOpen && <BulkDialog which={{ itemIds }} count={2} close={close} />;
}

function open(...stubs: Stub[]) {
  const close = vi.fn();
  const page = renderPage(<Opened closed={close} />, { stubs: [...around, ...stubs] });
  const choose = async (label: string, option: string) => {
    await page.user.click(screen.getByRole("combobox", { name: label }));
    await page.user.click(within(await screen.findByRole("listbox")).getByRole("option", { name: option }));
  };
  const save = async () => {
    await page.user.click(screen.getByRole("button", { name: "Save 2 items" }));
  };
  return { ...page, close, choose, save };
}

describe("editing many items together", () => {
  test("only what was chosen is sent, and what is set back to “as it is” is not", async () => {
    const { asked, choose, save } = open(answers(changeItems, { batchId, changed: 2, skipped: [] }));
    await choose("Demand", "apply");
    await choose("Use", "reserved");
    await choose("Use", "as it is");
    await save();
    await expect
      .poll(() => asked.find((one) => one.path === "/api/changes")?.body)
      .toEqual({ which: { itemIds }, change: { demand: "apply" } });
  });

  test("nothing chosen is nothing to save", () => {
    open();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Save 2 items" }).disabled).toBe(true);
  });

  test("what stayed as it was is said with its reason, one by one", async () => {
    const skipped = [
      { why: "retired" as const, count: 1 },
      { why: "unfinished" as const, count: 3 },
      { why: "gone" as const, count: 1 },
    ];
    const { choose, save, close } = open(answers(changeItems, { batchId, changed: 1, skipped }));
    await choose("Demand", "recall");
    await save();
    const said = await screen.findByText(/^1 item changed\./);
    expect(said.textContent).toBe(
      "1 item changed. 1 item is retired; only a lead changes these. 3 items are unfinished, so they cannot be used. 1 item is no longer there.",
    );
    expect(close).toHaveBeenCalledOnce();
  });

  test("one undo gives all of it back, but for what somebody changed since", async () => {
    const { user, choose, save } = open(
      answers(changeItems, { batchId, changed: 2, skipped: [] }),
      answers(undoChange, { restored: 1, kept: 1 }),
    );
    await choose("Demand", "recall");
    await save();
    await user.click(await screen.findByRole("button", { name: "Undo" }));
    expect(await screen.findByText("1 item as before. 1 item changed since, and stayed as it is now.")).toBeTruthy();
  });

  test("where the bank has changed meanwhile, nothing is changed, and the dialog stays open with both figures", async () => {
    const terms = { found: 3, expected: 2 };
    const { choose, save, close } = open(refuses(changeItems, { code: "bankChanged", terms }, 409));
    await choose("Demand", "recall");
    await save();
    expect((await screen.findByRole("alert")).textContent).toContain("3 items match now, not 2. Nothing was changed");
    expect(close).not.toHaveBeenCalled();
  });
});
