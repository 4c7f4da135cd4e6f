import { showItemFigures, type ItemFigures } from "@verdant/contract/figures";
import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { FiguresPanel } from "./FiguresPanel.tsx";

const id = "0190a0f0-0000-7000-8000-000000000001";
const share = (right: number, outOf: number) => ({ right, outOf, low: 0.4, high: 0.9 });
const known: ItemFigures = {
  ...{ facility: share(14, 20), trust: "provisional", agreement: null, revisions: [], underOtherKeys: 0 },
  ...{ students: 22, lastUsedOn: "2031-02-03", climb: null, differences: null, doubts: null, given: [], quizzes: [] },
  calibrated: {
    ...{ right: 0.71, low: 0.583, high: 0.806, trust: "settled", answers: 64, at: "2031-02-04T03:00:00Z" },
  },
  isMore: { given: false, quizzes: false },
};
const show = (given: Partial<ItemFigures> = {}) =>
  renderPage(<FiguresPanel itemId={id} use="practice" />, {
    stubs: [answers(showItemFigures, { ...known, ...given })],
  });

test("the difficulty on one scale is said of average students, with how far it can be trusted", async () => {
  show();
  expect(await screen.findByText(/of 100 average students 58 to 81 would get it right/)).toBeTruthy();
  expect(screen.getByText("settled")).toBeTruthy();
});

test("until it is worked out nothing is said of it; an item that nobody has answered has its writer's word", async () => {
  show({ calibrated: null, facility: share(0, 0), students: 0 });
  expect(await screen.findByText("Never used. Its difficulty is the writer's estimate.")).toBeTruthy();
  expect(screen.queryByText(/average students/)).toBeNull();
});

test("what speaks against it stands beside it, as in the list of all such items", async () => {
  const doubts = { answers: 28, lookedAt: null, found: [{ code: "unused", answer: "in July", high: 0.08 } as const] };
  show({ doubts });
  expect(await screen.findByText("Nobody chooses “in July”")).toBeTruthy();
  expect(screen.getByText("At most 8 of 100 would: another wrong option may tell more.")).toBeTruthy();
  expect(screen.getByRole("link", { name: "Edit the item" }).getAttribute("href")).toBe(`/bank/${id}`);
});
