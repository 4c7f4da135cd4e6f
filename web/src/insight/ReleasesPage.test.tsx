import { listClasses } from "@verdant/contract/courses";
import { listDoubts } from "@verdant/contract/doubts";
import { listResults, listResultsOfClasses, type ReleaseOutcome } from "@verdant/contract/insight";
import { showSession } from "@verdant/contract/team";
import { presets } from "@verdant/core/delivery/rules";
import { screen, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { answers, answersLate, refuses, renderPage, type Asked, type Stub } from "../platform/testing/pages.tsx";
import { ReleasesPage } from "./ReleasesPage.tsx";

const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, "0")}`;
const now = "2026-02-04T09:30:00.000Z";
const river = { unitId: id(91), name: "Rivers", letter: "R", hue: 0 };
const coast = { unitId: id(92), name: "Coasts", letter: "C", hue: 1 };

const release = (n: number, more: Partial<ReleaseOutcome> = {}): ReleaseOutcome => ({
  ...{ id: id(n), name: `Review ${String(n)}`, quizId: id(50 + n), classId: id(80), className: "8B", targets: [] },
  ...{ rules: presets.weeklyReview, questions: 3, opensAt: "2026-02-02T09:00:00.000Z" },
  ...{
    shutsAt: "2026-02-03T20:00:00.000Z",
    opening: "shut",
    resultsOpenedAt: null,
    students: 24,
    begun: 20,
    handedIn: 19,
  },
  ...{ strands: [river, coast, river], outcome: { right: 41, outOf: 57, low: 0.59, high: 0.82 }, toMark: 0 },
  ...more,
});

type OfClasses = Parameters<typeof answers<typeof listResultsOfClasses>>[1];

function open(
  releases: ReleaseOutcome[],
  path = "/results",
  ofClasses: OfClasses | Stub = { classes: [], isOwn: false, more: 0 },
) {
  const asked: Asked["query"][] = [];
  const page = renderPage(<ReleasesPage />, {
    path,
    stubs: [
      answers(listClasses, { classes: [] }),
      answers(showSession, {
        ...{ isDemo: true, maySignUp: false, now, member: null, guest: null, student: null },
      }),
      "pattern" in ofClasses ? ofClasses : answers(listResultsOfClasses, ofClasses),
      answers(listDoubts, { items: [], isMore: false, at: null, isAsked: false, enough: 0, tooEarly: 0 }),
      answers(listResults, ({ query }) => {
        asked.push(query);
        return { releases, total: releases.length, states: { open: 1, closed: 4, toMark: 2 }, next: null };
      }),
    ],
  });
  return { ...page, asked };
}

async function rowOf(name: string): Promise<HTMLElement> {
  const row = (await screen.findByRole("link", { name })).closest("li");
  if (!row) throw new Error(`${name} stands in no row`);
  return row;
}

describe("the list of results", () => {
  test("of a topic it holds what asked something on it, without what stands above the whole list; nothing is said to be nothing", async () => {
    const ofClasses = {
      ...{
        classes: [{ classId: id(80), className: "8B", newest: null, missing: 0, toMark: [] }],
        isOwn: true,
        more: 0,
      },
    };
    const { asked } = open([], `/results?topic=${id(70)}`, ofClasses);
    expect(await screen.findByText("No release is like that.")).toBeDefined();
    expect(asked.at(-1)).toMatchObject({ topicId: id(70) });
    expect(screen.getByRole("combobox", { name: "With a question on" })).toBeDefined();
    expect(screen.queryByRole("article", { name: "8B" })).toBeNull();
  });

  test("it comes in together with what stands above it, so that nothing is pushed away; without that where it fails", async () => {
    const late = answersLate(listResultsOfClasses, {
      ...{
        classes: [{ classId: id(80), className: "8B", newest: null, missing: 0, toMark: [] }],
        isOwn: true,
        more: 0,
      },
    });
    const { asked, unmount } = open([release(1)], "/results", late);
    await expect.poll(() => asked.length).toBe(1);
    await screen.findByRole("progressbar");
    expect(screen.queryByRole("link", { name: "Review 1" })).toBeNull();
    late.arrive();
    await rowOf("Review 1");
    expect(screen.getByRole("article", { name: "8B" })).toBeDefined();
    unmount();
    open([release(2)], "/results", refuses(listResultsOfClasses, { code: "internal" }));
    await rowOf("Review 2");
  });

  test("a row says what was in it, what came out with its uncertainty, and until when it was open", async () => {
    open([release(1)]);
    const row = await rowOf("Review 1");
    expect(within(row).getByRole("img", { name: "3 questions: 2 on Rivers and 1 on Coasts" })).toBeDefined();
    expect(row.textContent).toContain("72% right, 59 to 82");
    expect(row.textContent).toMatch(/19 of 24 handed in, closed Tue,? 3 Feb/);
    expect(row.textContent).not.toContain("to mark");
  });

  test("what waits for a mark leads to marking; what nobody answered says so; what is long ago has its year", async () => {
    open([
      release(1, { toMark: 1 }),
      release(2, { outcome: { right: 0, outOf: 0, low: null, high: null } }),
      release(3, { shutsAt: "2024-12-20T20:00:00.000Z" }),
      release(4, { opening: "open", shutsAt: null }),
    ]);
    const link = within(await rowOf("Review 1")).getByRole("link", { name: "1 answer to mark" });
    expect(link.getAttribute("href")).toBe(`/results/${id(1)}/marking`);
    expect((await rowOf("Review 2")).textContent).toContain("no answers yet");
    expect((await rowOf("Review 3")).textContent).toContain("closed 20 Dec 2024");
    expect((await rowOf("Review 4")).textContent).toContain("open without an end");
  });

  test("a state, words and the order are asked of the server, and pressing a state again takes it off", async () => {
    const { user, asked } = open([release(1)]);
    await rowOf("Review 1");
    await user.click(screen.getByRole("button", { name: "To mark: 2" }));
    await expect.poll(() => asked.at(-1)).toMatchObject({ state: "toMark", order: "newest" });
    await user.click(await screen.findByRole("button", { name: "To mark: 2", pressed: true }));
    expect(await screen.findByRole("button", { name: "To mark: 2", pressed: false })).toBeDefined();
    await user.type(screen.getByRole("searchbox", { name: "Search releases" }), "rivers");
    await expect.poll(() => asked.at(-1)).toMatchObject({ text: "rivers" });
    await user.click(screen.getByRole("combobox", { name: "Order" }));
    await user.click(await screen.findByRole("option", { name: "oldest first" }));
    await expect.poll(() => asked.at(-1)).toMatchObject({ text: "rivers", order: "oldest" });
  });

  test("an empty department is told how to begin; a search without a hit is told that there is none", async () => {
    open([]);
    expect(await screen.findByText(/Nothing has been released yet/)).toBeDefined();
    expect(screen.queryByRole("search")).toBeNull();
  });

  test("a search without a hit keeps the field, so that it can be taken back", async () => {
    open([], "/results?text=volcano");
    expect(await screen.findByText("No release is like that.")).toBeDefined();
    expect(screen.getByRole<HTMLInputElement>("searchbox", { name: "Search releases" }).value).toBe("volcano");
  });
});

describe("the newest of each class", () => {
  const ofClasses: OfClasses = {
    classes: [
      {
        ...{ classId: id(80), className: "8B", newest: release(1, { toMark: 2 }), missing: 5 },
        toMark: [
          { releaseId: id(1), name: "Review 1", waiting: 2 },
          { releaseId: id(2), name: "Check 2", waiting: 1 },
        ],
      },
      { ...{ classId: id(81), className: "9C", newest: null, missing: 0, toMark: [] } },
    ],
    ...{ isOwn: true, more: 1 },
  };

  test("says what came out as its row does, who is missing, and each place where something waits once", async () => {
    open([release(1)], "/results", ofClasses);
    const card = within(await screen.findByRole("article", { name: "8B" }));
    expect(card.getByText(/72% right, 59 to 82/)).toBeDefined();
    expect(card.getByRole("link", { name: "5 students have not handed it in" }).getAttribute("href")).toBe(
      `/results/${id(1)}#waiting`,
    );
    expect(card.getAllByRole("link", { name: /to mark/ }).map((link) => link.textContent)).toEqual([
      "2 answers to mark",
      "1 answer to mark in “Check 2”",
    ]);
    const other = within(screen.getByRole("article", { name: "9C" }));
    expect(other.getByText("Nothing has been released to it yet.")).toBeDefined();
    expect(screen.getByText("1 more class: choose it at the top of the page.")).toBeDefined();
  });

  test("gives way to a search", async () => {
    open([release(1)], "/results?state=open", ofClasses);
    await rowOf("Review 1");
    expect(screen.queryByRole("article", { name: "8B" })).toBeNull();
  });
});
