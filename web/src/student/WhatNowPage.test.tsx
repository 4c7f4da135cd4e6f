import "fake-indexeddb/auto";
import { listDone, whatNow } from "@verdant/contract/delivery";
import type { Result } from "@verdant/contract/endpoint";
import { listMyPaths } from "@verdant/contract/paths";
import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { WhatNowPage } from "./WhatNowPage.tsx";

type Now = Result<typeof whatNow>;

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const word = (n: number, text: string) => ({ id: id(n), text, at: "2031-02-04T09:00:00.000Z" });
const done = (n: number, name: string, messages: Now["done"][number]["messages"] = []): Now["done"][number] => ({
  ...{ sittingId: id(n), name, handedInAt: "2031-02-03T10:00:00.000Z", openness: "score", points: 3, outOf: 4 },
  ...{ waitingPoints: 0, countsAs: null, settlesAt: null, messages },
});
const show = (now: Partial<Now>, more?: Result<typeof listDone>) =>
  renderPage(<WhatNowPage />, {
    stubs: [
      answers(whatNow, { givenName: "Hassan", releases: [], done: [], next: null, said: [], ...now }),
      answers(listMyPaths, { paths: [] }),
      ...(more ? [answers(listDone, more)] : []),
    ],
  });

test("a word about a quiz that has closed is read by who never began it, under the name of the quiz", async () => {
  show({ said: [{ releaseId: id(1), name: "Rivers", messages: [word(2, "See me on <b>Friday</b>.")] }] });
  const about = await screen.findByRole("region", { name: "About Rivers" });
  expect(within(about).getByText(/See me on <b>Friday<\/b>\./)).toBeTruthy();
  expect(within(about).getByText("Tuesday 4 February:")).toBeTruthy();
  expect(within(about).queryByRole("button"), "there is nothing to begin").toBeNull();
});

test("a word about what was done stands under it; nothing is headed by what nobody said", async () => {
  show({ done: [done(1, "Coasts", [word(3, "Well done.")])] });
  expect(await screen.findByText(/Well done\./)).toBeTruthy();
  expect(screen.queryByRole("region", { name: /About/ })).toBeNull();
});

test("earlier ones come after those that are there, a page at a time, until there are no more", async () => {
  const { asked, user } = show({ done: [done(1, "Coasts")], next: id(1) }, { done: [done(2, "Maps")], next: null });
  await user.click(await screen.findByRole("button", { name: "Show earlier ones" }));
  expect(await screen.findByText("Maps")).toBeTruthy();
  expect(
    screen.getAllByRole("link", { name: /See your result/ }).map((link) => link.getAttribute("aria-label")),
  ).toEqual(["See your result: Coasts", "See your result: Maps"]);
  expect(screen.queryByRole("button", { name: "Show earlier ones" })).toBeNull();
  expect(asked.find(({ path }) => path === "/api/student/sittings")?.query).toEqual({ after: id(1) });
});
