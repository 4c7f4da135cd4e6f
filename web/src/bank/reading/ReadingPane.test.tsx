import { listFamily, showItem, type Item } from "@verdant/contract/bank";
import { showItemFigures, type ItemFigures } from "@verdant/contract/figures";
import { listComments, showReviewRules } from "@verdant/contract/review";
import { showTwins } from "@verdant/contract/twins";
import { kinds } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, answersLate, renderPage } from "../../platform/testing/pages.tsx";
import { ReadingPane } from "./ReadingPane.tsx";

let n = 0;
const id = () => `0190a0f0-0000-7000-8000-${String(++n).padStart(12, "0")}`;
const content = { ...kinds.shortText.blank(id), stem: richTextOf("An inner bank builds up.") };
const item: Item = {
  ...{
    id: id(),
    number: 6,
    familyId: id(),
    familySize: 2,
    source: null,
    version: 3,
    status: "approved",
    successor: null,
  },
  ...{ owner: "Ines Fairley", revision: { id: id(), n: 1, at: "2031-01-07T09:00:00Z", author: "Ines Fairley" } },
  tagging: {
    ...{ label: null, topicId: null, stimulusId: null, standardIds: [], demand: "recall", use: "practice" },
    ...{ expectedSeconds: 40, writerDifficulty: 2, keptFindings: [], tags: [], points: 1 },
  },
  ...{ content, faults: [] },
};
const figures: ItemFigures = {
  ...{ facility: { right: 0, outOf: 0, low: 0, high: 1 }, trust: "estimate", agreement: null, revisions: [] },
  ...{
    underOtherKeys: 0,
    students: 0,
    lastUsedOn: null,
    climb: null,
    differences: null,
    given: [],
    quizzes: [],
    calibrated: null,
    doubts: null,
  },
  isMore: { given: false, quizzes: false },
};

test("with the key stands all that a student is told", async () => {
  const told = { nearly: richTextOf("Close: look at the unit."), nextStep: richTextOf("Trace it on the map.") };
  const { user } = renderPage(<ReadingPane itemId={item.id} isSetAside={false} setAside={() => undefined} />, {
    stubs: [
      answers(showItem, { ...item, content: { ...content, ...told } }),
      answers(listFamily, { isMore: false, items: [] }),
      answers(showTwins, { twin: null, explains: [], explainsMore: false, asked: null }),
      answers(listComments, { comments: [] }),
      answers(showReviewRules, { mode: "off", mayApproveOwn: true }),
      answers(showItemFigures, figures),
    ],
  });
  const key = await screen.findByRole("switch", { name: "Show the key" });
  expect(screen.queryByText("Trace it on the map.")).toBeNull();
  await user.click(key);
  for (const text of ["Nearly there", "Close: look at the unit.", "Next step", "Trace it on the map."])
    expect(screen.getByText(text)).toBeTruthy();
});

test("no button stands below what is still to come in: it would move away from under a finger", async () => {
  const late = answersLate(showItemFigures, figures);
  renderPage(<ReadingPane itemId={item.id} isSetAside={false} setAside={() => undefined} />, {
    stubs: [
      answers(showItem, item),
      answers(listFamily, { isMore: false, items: [{ id: id(), number: 7, status: "approved", content }] }),
      answers(showTwins, { twin: null, explains: [], explainsMore: false, asked: null }),
      answers(listComments, { comments: [] }),
      answers(showReviewRules, { mode: "off", mayApproveOwn: true }),
      late,
    ],
  });
  expect(await screen.findByRole("button", { name: "Add to tray" })).toBeTruthy();
  expect(screen.queryByRole("button", { name: "No longer a look-alike" })).toBeNull();
  late.arrive();
  expect(await screen.findByRole("button", { name: "No longer a look-alike" })).toBeTruthy();
  expect(screen.getByText(/^Never used\./)).toBeTruthy();
});
