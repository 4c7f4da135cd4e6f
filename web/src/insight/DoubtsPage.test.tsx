import { listDoubts, lookAtDoubts, type Doubt } from "@verdant/contract/doubts";
import type { Result } from "@verdant/contract/endpoint";
import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage } from "../platform/testing/pages.tsx";
import { DoubtsPage } from "./DoubtsPage.tsx";
import { doubtInWords } from "./doubtInWords.ts";
import { KeysInDoubt } from "./KeysInDoubt.tsx";

type Listed = Result<typeof listDoubts>;
const id = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const key: Doubt = { code: "keyDoubtful", answer: "in the middle", able: 9, ableKey: 1, byCounts: false };
const item = (n: number, found: Doubt[], lookedAt: Listed["items"][number]["lookedAt"] = null) => ({
  ...{ itemId: id(n), number: n, stem: `Question ${n}`, topic: "Meanders", answers: 28, found, lookedAt },
});
const listed = (items: Listed["items"], more: Partial<Listed> = {}) =>
  answers(listDoubts, {
    ...{ items, isMore: false, at: "2031-02-04T03:00:00Z", isAsked: false, enough: 412, tooEarly: 65, ...more },
  });

test("each item says what speaks against it and leads to its key; those looked at stand apart", async () => {
  const looked = item(8, [{ code: "measuresElse", r: -0.05, low: -0.3, high: 0.19 }], {
    ...{ by: "Ines Fairley", at: "2031-02-01T10:00:00Z" },
  });
  renderPage(<DoubtsPage />, { stubs: [listed([item(7, [key]), looked])] });
  const first = within(await screen.findByRole("article", { name: "Item 7" }));
  expect(first.getByText(/Of the third who did best elsewhere, 9 gave “in the middle” and 1 the key/)).toBeTruthy();
  expect(first.getByRole("link", { name: "Check the key" }).getAttribute("href")).toBe(`/bank/${id(7)}/key`);
  const last = within(
    within(screen.getByRole("region", { name: "Looked at and left as they are" })).getByRole("article"),
  );
  expect(last.getByText(/Ines Fairley looked at it on/)).toBeTruthy();
  expect(screen.getByText(/^412 items in use have ten answers or more · 65 more have too few/)).toBeTruthy();
});

test("what was looked at is said with one click, and taken back from the message", async () => {
  const { user, asked } = renderPage(<DoubtsPage />, {
    stubs: [listed([item(7, [key])]), answers(lookAtDoubts, { answers: 28, found: [key], lookedAt: null })],
  });
  await user.click(await screen.findByRole("button", { name: "It is fine as it is" }));
  await user.click(await screen.findByRole("button", { name: "Undo" }));
  await screen.findByRole("button", { name: "It is fine as it is" });
  const bodies = asked.filter(({ method }) => method === "put").map(({ body }) => body);
  expect(bodies).toEqual([{ isLookedAt: true }, { isLookedAt: false }]);
});

test("somebody who revised it meanwhile is told of, not passed over", async () => {
  const { user } = renderPage(<DoubtsPage />, {
    stubs: [listed([item(7, [key])]), refuses(lookAtDoubts, { code: "nothingHere" }, 404)],
  });
  await user.click(await screen.findByRole("button", { name: "It is fine as it is" }));
  expect(await screen.findByRole("alert")).toBeTruthy();
});

test("with nothing to say the page says why: too early, or nothing speaks against any", async () => {
  const { unmount } = renderPage(<DoubtsPage />, { stubs: [listed([], { at: null, enough: 0 })] });
  expect(await screen.findByText(/no item has been answered by ten students yet/)).toBeTruthy();
  expect(screen.getByText("Not worked out yet: it is done once a day.")).toBeTruthy();
  unmount();
  renderPage(<DoubtsPage />, { stubs: [listed([])] });
  expect(await screen.findByText("The answers speak against no item that nobody has looked at.")).toBeTruthy();
});

test("the results home speaks of keys only, and of none that somebody has looked at", async () => {
  const { unmount } = renderPage(<KeysInDoubt />, {
    stubs: [
      listed([
        item(7, [key]),
        item(8, [{ code: "unused", answer: "in July", high: 0.08 }]),
        item(9, [key], { by: "Ines Fairley", at: "2031-02-01T10:00:00Z" }),
      ]),
    ],
  });
  expect(await screen.findByRole("link", { name: "The answers speak against the key of 1 item: look" })).toBeTruthy();
  unmount();
});

test.each<[Doubt, RegExp]>([
  [{ ...key, byCounts: true }, /^All answers together speak for “in the middle”/],
  [{ code: "ableChoose", answer: "in July", r: 0.41, low: 0.05, high: 0.68 }, /\(r 0\.41, between 0\.05 and 0\.68\)/],
  [
    { code: "belowLookAlikes", own: { right: 9, outOf: 28 }, others: { right: 82, outOf: 110 } },
    /^32% right, its look-alikes 75%, in 28 and 110 answers: more than chance\.$/,
  ],
])("the sentence is made of the figures it was found by: %o", (doubt, sentence) => {
  expect(doubtInWords(doubt).why).toMatch(sentence);
});

test("what drifted says which way, how far, and what the rest of its topic did", () => {
  const at = (right: number) => ({ right, low: right - 0.1, high: right + 0.1, answers: 60 });
  const say = (before: number, now: number, around: number, isTopic: boolean) =>
    doubtInWords({ code: "drifted", before: at(before), now: at(now), around, isTopic });
  const easier = say(0.41, 0.72, 5, false);
  expect(easier.name).toBe("It has become easier");
  expect(easier.why).toMatch(/41 would have got it right in earlier years, 72 would this year; 60 and 60 answers/);
  expect(easier.why).toMatch(/may have been passed on\.$/);
  expect(say(0.4, 0.7, 5, true).why).toMatch(/may be taught better now\.$/);
  expect(say(0.7, 0.4, 5, true).why).toMatch(/may be taught less now\.$/);
  expect(say(0.7, 0.4, 5, false).name).toBe("It has become harder");
  expect(say(0.7, 0.4, 0, false).why).toMatch(/cannot tell why\.$/);
});
