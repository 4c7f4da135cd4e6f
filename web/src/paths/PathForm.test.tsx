import { listResults } from "@verdant/contract/insight";
import type { StepDraft } from "@verdant/contract/paths";
import { screen, waitFor, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { newStep, PathForm, type Draft } from "./PathForm.tsx";

const id = "00000000-0000-7000-8000-000000000001";
const none = { releases: [], total: 0, states: { open: 0, closed: 0, toMark: 0 }, next: null };

async function form(steps: Draft[], more: { ticksAt?: () => number; error?: unknown } = {}) {
  const saved: { name: string; steps: StepDraft[] }[] = [];
  const page = renderPage(
    <PathForm
      classId={id}
      name="Rivers"
      steps={steps}
      ticksAt={more.ticksAt ?? (() => 0)}
      error={more.error}
      isSaving={false}
      save={(body) => saved.push(body)}
    >
      {null}
    </PathForm>,
    { stubs: [answers(listResults, none)] },
  );
  // The class's quizzes are asked for wherever one is to be chosen.
  if (steps.some(({ kind }) => kind !== "task")) await waitFor(() => expect(page.asked).not.toEqual([]));
  return { ...page, saved };
}
const row = (n: number) => within(screen.getByRole("listitem", { name: `Step ${String(n)}` }));

test("steps are written, moved and removed; what is saved is what stands there", async () => {
  const { user, saved } = await form([
    { ...newStep("practice"), name: "Practise" },
    { ...newStep("task"), name: "Talk" },
    { ...newStep("check"), name: "Show" },
  ]);
  await user.click(row(2).getByRole("button", { name: "Move step 2 up" }));
  await user.click(row(3).getByRole("button", { name: "Remove step 3" }));
  await user.click(screen.getByRole("button", { name: "Add a check" }));
  await user.type(row(3).getByRole("textbox", { name: /What they show/ }), "A bend");
  await user.click(row(3).getByRole("button", { name: /When step 3 is done/ }));
  await user.click(screen.getByRole("menuitem", { name: "from 80% on" }));
  await user.click(screen.getByRole("button", { name: "Save the path" }));
  expect(saved.at(0)?.steps.map(({ kind, name, percent, by }) => [kind, name, percent, by])).toEqual([
    ["task", "Talk", null, "best"],
    ["practice", "Practise", null, "best"],
    ["check", "A bend", 80, "best"],
  ]);
  expect(row(1).queryByText(/It is closed until/)).toBeNull();
  expect(row(3).getByText(/It is closed until all before it is done/)).toBeTruthy();
});

test("a line that is none of the usual ones stays what it is; a task has none", async () => {
  const { user, saved } = await form([
    { ...newStep("check"), name: "Show", percent: 63, by: "mark" },
    { ...newStep("task"), name: "Talk", percent: 50 },
  ]);
  expect(row(1).getByRole("button", { name: "When step 1 is done: from 63% on" })).toBeTruthy();
  expect(row(1).getByText(/It stands first, so it is open from the beginning/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Save the path" }));
  expect(saved.at(0)?.steps.map(({ percent, by }) => [percent, by])).toEqual([
    [63, "mark"],
    [null, "best"],
  ]);
});

test("ticks that go with a removed step are said before it is saved", async () => {
  const { user } = await form(
    [
      { ...newStep("task"), id, name: "Talk" },
      { ...newStep("check"), name: "Show" },
    ],
    { ticksAt: () => 3 },
  );
  expect(screen.queryByText(/ticks go/)).toBeNull();
  await user.click(row(1).getByRole("button", { name: "Remove step 1" }));
  expect(screen.getByText("3 ticks go with the step that you removed.")).toBeTruthy();
});

test("what is wrong stands at its field", async () => {
  const error = {
    status: 422,
    data: {
      type: "/problems/invalid",
      code: "notValid",
      terms: {},
      errors: [{ pointer: "/body/steps/0/name", code: "nameMissing", terms: {} }],
    },
  };
  await form([newStep("task")], { error });
  expect(
    row(1)
      .getByRole("textbox", { name: /What they do or talk about/ })
      .getAttribute("aria-invalid"),
  ).toBe("true");
});
