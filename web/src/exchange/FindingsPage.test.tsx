import { cancelTransfer, type Transfer } from "@verdant/contract/exchange";
import {
  agreeToImport,
  chooseFindings,
  listFindings,
  showFinding,
  type Finding,
  type FindingTagging,
  type listFindings as Listed,
} from "@verdant/contract/importFindings";
import type { Result } from "@verdant/contract/endpoint";
import type { Content } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { FindingsPage } from "./FindingsPage.tsx";

const id = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const transfer: Transfer = {
  ...{ id: id(1), kind: "import", format: "department", state: "read", name: "coasts.json", bytes: 20_000, share: 1 },
  ...{ askedBy: "Mara Okafor", askedAt: "2026-11-30T09:00:00Z", finishedAt: null, problem: null },
  imported: {
    created: { standards: 0, topics: 1, courses: 0, classes: 0, students: 0, items: 2 },
    revised: { items: 1 },
    unchanged: { items: 1 },
  },
  ...{ canUndo: false, undone: null },
};
const finding = (n: number, change: Partial<Finding>): Finding => ({
  ...{ n, state: "new", item: null, kind: "oneRightAnswer", stem: `Question ${String(n)}`, topic: "Coasts" },
  ...{ like: null, choice: "take", ...change },
});
const found = (change: Partial<Result<typeof Listed>> = {}): Result<typeof Listed> => ({
  transfer,
  findings: [
    finding(0, {}),
    finding(1, { like: { id: id(7), number: 31 } }),
    finding(2, { state: "differs", item: { id: id(8), number: 12 } }),
    finding(3, { state: "same", item: { id: id(9), number: 13 }, topic: null }),
  ],
  next: null,
  counts: { new: 2, differs: 1, same: 1, like: 1, left: 0 },
  taken: { new: 2, differs: 1 },
  ...change,
});
const show = (given: Result<typeof Listed>, ...more: Stub[]) =>
  renderPage(
    <Routes>
      <Route path="/exchange/:transferId" element={<FindingsPage />} />
      <Route path="/exchange" element={<p>imports and exports</p>} />
    </Routes>,
    { path: `/exchange/${id(1)}`, stubs: [...more, answers(listFindings, given)] },
  );

test("each item says what would become of it, and only where there is a choice it is asked for", async () => {
  const { user, asked } = show(found(), answers(chooseFindings, { ok: true }));
  expect(
    await screen.findByText(
      "read; nothing is imported yet. In the file: 2 new items, 1 changed, 1 as they were; new besides: 1 topic",
    ),
  ).toBeTruthy();
  expect(screen.getByRole("status").textContent).toBe(
    "As it is chosen now: 2 new items, 1 item changes. Nothing is imported before you say so.",
  );
  const rows = within(screen.getByRole("list", { name: "Items of the file" })).getAllByRole("listitem");
  const [fresh, like, differs, same] = rows.map((row) => within(row));
  if (!like || !differs) throw new Error("not all are listed");
  expect(fresh?.getByText(/One right answer · Coasts · new/i)).toBeTruthy();
  expect(like.getByRole("link", { name: "very like item 31" }).getAttribute("href")).toBe(`/bank/${id(7)}`);
  expect(differs.getByRole("link", { name: "says something else than item 12" })).toBeTruthy();
  expect(same?.getByRole("link", { name: "just as item 13" })).toBeTruthy();
  expect(same?.queryByRole("combobox")).toBeNull();

  await user.click(like.getByRole("combobox"));
  await user.click(screen.getByRole("option", { name: "import as a look-alike of 31" }));
  await user.click(differs.getByRole("combobox"));
  expect(screen.queryByRole("option", { name: /look-alike/ })).toBeNull();
  await user.click(screen.getByRole("option", { name: "keep ours" }));
  expect(asked.filter(({ method }) => method === "put").map(({ body }) => body)).toEqual([
    { choice: "variant", which: { places: [1] } },
    { choice: "leave", which: { places: [2] } },
  ]);
});

test("all of one sort are left out at once; what is just as here offers no choice", async () => {
  const { user, asked } = show(found(), answers(chooseFindings, { ok: true }));
  await user.click(await screen.findByRole("button", { name: "New: 2" }));
  await user.click(await screen.findByRole("button", { name: "Leave all of these out" }));
  expect(asked.filter(({ method }) => method === "get").at(-1)?.query).toMatchObject({ facet: "new" });
  expect(asked.find(({ method }) => method === "put")?.body).toEqual({ choice: "leave", which: { facet: "new" } });
  await user.click(screen.getByRole("button", { name: "Just as here: 1" }));
  expect(screen.queryByRole("button", { name: "Leave all of these out" })).toBeNull();
});

test("a long file is gone through page by page, and back", async () => {
  const { user, asked } = show(found({ next: 49 }));
  await user.click(await screen.findByRole("button", { name: "Next page" }));
  await user.click(await screen.findByRole("button", { name: "Previous page" }));
  const afters = asked.map(({ query }) => new Map(Object.entries(query)).get("after"));
  expect(afters).toContain("49");
  expect(screen.getByRole<HTMLButtonElement>("button", { name: "Next page" }).disabled).toBe(false);
});

test("the yes and the no lead back; a yes that comes too late says why and stays", async () => {
  const yes = show(found(), answers(agreeToImport, { ...transfer, state: "waiting" }));
  await yes.user.click(await screen.findByRole("button", { name: "Import" }));
  expect(await screen.findByText("imports and exports")).toBeTruthy();
  yes.unmount();
  const no = show(found(), answers(cancelTransfer, { ...transfer, state: "cancelled" }));
  await no.user.click(await screen.findByRole("button", { name: "Cancel the import" }));
  expect(await screen.findByText("imports and exports")).toBeTruthy();
  no.unmount();
  const late = show(found(), refuses(agreeToImport, { code: "importNotWaiting" }, 409));
  await late.user.click(await screen.findByRole("button", { name: "Import" }));
  expect(await screen.findByText(/no longer waits for a yes/)).toBeTruthy();
  expect(screen.queryByText("imports and exports")).toBeNull();
});

test("an import that waits no longer has nothing to choose; where the bank moved on it says so", async () => {
  const over = show(found({ transfer: { ...transfer, state: "done" }, findings: [] }));
  expect(await screen.findByText("There is nothing to choose here.")).toBeTruthy();
  over.unmount();
  const { imported } = transfer;
  if (!imported) throw new Error("it was read");
  const notes = [{ code: "bankMovedOn" as const, terms: {} }];
  show(found({ transfer: { ...transfer, imported: { ...imported, notes } }, taken: { new: 0, differs: 0 } }));
  expect(await screen.findByText(/Somebody has changed items of the bank since you looked/)).toBeTruthy();
  expect(screen.getByRole("status").textContent).toBe("As it is chosen now, no item of the bank is new or changed.");
});

const content = (stem: string, right = "outer bank"): Content => ({
  ...{ kind: "oneRightAnswer", schemaVersion: 1, stem: richTextOf(stem) },
  options: [right, "inner bank"].map((text, i) => ({ id: `o${String(i)}`, text: richTextOf(text), isKey: i === 0 })),
});
const tagging: FindingTagging = {
  ...{ label: null, topic: "Coasts", stimulus: null, standards: ["GEO-1"], demand: "recall", use: "practice" },
  ...{ expectedSeconds: 45, writerDifficulty: 3, points: 1, tags: [], keptFindings: 0 },
};

test("what says something else stands beside ours, with the words and the tags that differ", async () => {
  const full = {
    content: content("Where is the water fastest?"),
    tagging: { ...tagging, demand: "apply", standards: [] },
    here: { number: 12, content: content("Where is the water fast?"), tagging },
  };
  const { user, asked } = show(found(), answers(showFinding, full));
  const rows = within(await screen.findByRole("list", { name: "Items of the file" })).getAllByRole("listitem");
  const row = within(rows[2] ?? document.body);
  await user.click(row.getByRole("button", { name: "Compare" }));
  expect(await row.findByText("fastest", { selector: "ins" })).toBeTruthy();
  expect(row.getByText("fast", { selector: "del" })).toBeTruthy();
  expect(
    row.getByText("The same in both: answers, key and scoring, explanation, next step, nearly there."),
  ).toBeTruthy();
  const cells = within(row.getByRole("table"))
    .getAllByRole("row")
    .map((one) => one.textContent);
  expect(cells).toEqual(["What differsItem 12 in the bankIn the file", "StandardsGEO-1nothing", "Demandrecallapply"]);
  expect(asked.at(-1)?.path).toBe(`/api/department/transfers/${id(1)}/findings/2`);
  await user.click(row.getByRole("button", { name: "Compare" }));
  expect(row.queryByRole("table")).toBeNull();
});

test("where only tags differ it says that the words are the same; what is new is read with its key", async () => {
  const same = { content: content("Where?"), tagging: { ...tagging, points: 2 } };
  const differs = show(
    found(),
    answers(showFinding, { ...same, here: { number: 12, content: same.content, tagging } }),
  );
  const [compare] = await screen.findAllByRole("button", { name: "Compare" });
  await differs.user.click((await screen.findAllByRole("button", { name: "Compare" }))[1] ?? compare ?? document.body);
  expect(await screen.findByText(/are the same as those of item 12/)).toBeTruthy();
  expect(screen.getByRole("row", { name: "Default points 1 2" })).toBeTruthy();
  differs.unmount();

  const fresh = show(found(), answers(showFinding, { ...same, here: null }));
  await fresh.user.click((await screen.findAllByRole("button", { name: "Show" }))[0] ?? document.body);
  expect(await screen.findByText("✓ outer bank")).toBeTruthy();
  expect(screen.getByText("inner bank")).toBeTruthy();
  fresh.unmount();

  const old = show(found(), answers(showFinding, { content: null, tagging: null, here: null }));
  await old.user.click((await screen.findAllByRole("button", { name: "Show" }))[0] ?? document.body);
  expect(await screen.findByText(/was not kept when the file was read/)).toBeTruthy();
});
