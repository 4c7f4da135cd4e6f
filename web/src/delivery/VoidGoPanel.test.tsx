import { bringGoBack, listGoes, voidGo, type Goes } from "@verdant/contract/running";
import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { VoidGoPanel } from "./VoidGoPanel.tsx";

const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const at = "2031-02-05T09:30:00.000Z";
const ada = { sittingId: idOf(1), name: "Ada Moss", ordinal: 2, isRunning: false, handedInAt: at, points: 3, outOf: 5 };
const ben = {
  sittingId: idOf(2),
  name: "Ben Reed",
  ordinal: 1,
  isRunning: true,
  handedInAt: null,
  points: null,
  outOf: 5,
};
const out = (mayComeBack: boolean): Goes => ({
  goes: [ben],
  voided: [{ sittingId: ada.sittingId, name: ada.name, reason: "Fire alarm", by: "Mara Okafor", at, mayComeBack }],
});

function panel(first: Goes, more: readonly Stub[] = []) {
  let shown = first;
  return renderPage(<VoidGoPanel releaseId={idOf(9)} />, {
    stubs: [
      ...more,
      answers(listGoes, () => shown),
      answers(voidGo, () => (shown = out(true))),
      answers(bringGoBack, () => (shown = { goes: [ada, ben], voided: [] })),
    ],
  });
}

test("whose go it is and why are chosen first; then it is out, says so, and can be undone", async () => {
  const page = panel({ goes: [ada, ben], voided: [] });
  const take = await screen.findByRole("button", { name: "Take it out" });
  expect(take).toHaveProperty("disabled", true);
  await page.user.click(screen.getByRole("combobox", { name: "Whose go" }));
  expect(screen.getByRole("option", { name: "Ben Reed · go 1 · in progress" })).toBeTruthy();
  await page.user.click(screen.getByRole("option", { name: /^Ada Moss · go 2 · 3 of 5, handed in/ }));
  await page.user.type(screen.getByRole("textbox", { name: "Why" }), "Fire alarm");
  await page.user.click(take);
  expect(await screen.findByText("The go of Ada Moss counts no longer; Ada Moss has it back.")).toBeTruthy();
  expect(await screen.findByText(/“Fire alarm” · Mara Okafor/)).toBeTruthy();
  await page.user.click(screen.getByRole("button", { name: "Undo" }));
  expect(await screen.findByText("The go counts again.")).toBeTruthy();
  const posted = page.asked.filter(({ method }) => method === "post");
  expect(posted.map(({ path, body }) => [path, body])).toEqual([
    [`/api/releases/${idOf(9)}/goes/${ada.sittingId}/void`, { reason: "Fire alarm" }],
    [`/api/releases/${idOf(9)}/goes/${ada.sittingId}/bring-back`, null],
  ]);
});

test("a go after which another was begun does not come back, and that is said", async () => {
  panel(out(false));
  expect(await screen.findByText("another go was begun since")).toBeTruthy();
  expect(screen.queryByRole("button", { name: /Bring the go/ })).toBeNull();
});

test("what is refused stands there", async () => {
  const page = panel({ goes: [ada], voided: [] }, [refuses(voidGo, { code: "goVoidedAlready" }, 409)]);
  await page.user.click(await screen.findByRole("combobox", { name: "Whose go" }));
  await page.user.click(screen.getByRole("option"));
  await page.user.type(screen.getByRole("textbox", { name: "Why" }), "x");
  await page.user.click(screen.getByRole("button", { name: "Take it out" }));
  expect(await screen.findByText("A colleague has taken this go out already.")).toBeTruthy();
});
