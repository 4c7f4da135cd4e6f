import { handInFor, helped, letBackIn, showLive, type Live, type LiveStudent } from "@verdant/contract/live";
import { giveExtraGo, takeBackExtraGo } from "@verdant/contract/extraGoes";
import { giveMinutes } from "@verdant/contract/running";
import { showRelease, type Release } from "@verdant/contract/delivery";
import { showSession } from "@verdant/contract/team";
import { presets } from "@verdant/core/delivery/rules";
import { act, screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { newestStream, Stream } from "../platform/testing/eventStream.ts";
import { answers, renderPage, type Asked } from "../platform/testing/pages.tsx";
import { soFarInWords } from "./LiveItems.tsx";
import { LivePage } from "./LivePage.tsx";
import { askingInWords, isQuiet, whereInWords } from "./liveInWords.ts";
import { patienceMs, withChange } from "./useLive.ts";

const now = "2031-02-05T09:30:00.000Z";
const at = (minutes: number) => new Date(Date.parse(now) + minutes * 60_000).toISOString();
const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const releaseId = idOf(9);

const student = (n: number, more: Partial<LiveStudent> = {}): LiveStudent => ({
  studentId: idOf(n),
  name: ["Ada Moss", "Ben Reed", "Cleo Hart"][n] ?? "",
  className: "8B",
  state: "running",
  sittingId: idOf(n + 3),
  ordinal: 1,
  questions: ["answered", "seen", "open"],
  at: 2,
  heardAt: now,
  deadlineAt: null,
  minutesGiven: 0,
  handedInAt: null,
  helpAt: null,
  ...more,
});
const item = {
  itemId: idOf(8),
  position: 1,
  stem: "Where is a river fastest?",
  seen: 2,
  answered: 2,
  marked: { right: 1, partly: 0, wrong: 1 },
  choices: [
    { id: "a", text: "In the middle", isKey: true, count: 1 },
    { id: "b", text: "At the bank", isKey: false, count: 1 },
  ],
};
const live = (students: LiveStudent[], more: Partial<Live> = {}): Live => ({
  ...{ releaseId, now, students, items: [item] },
  ...more,
});
const release: Release = {
  id: releaseId,
  name: "Rivers check",
  quizId: idOf(1),
  classId: idOf(7),
  className: "8B",
  targets: [],
  rules: presets.test,
  questions: 3,
  opensAt: at(-30),
  shutsAt: null,
  opening: "open",
  resultsOpenedAt: null,
  students: 3,
  begun: 2,
  handedIn: 0,
};

beforeEach(() => {
  Stream.all = [];
  vi.stubGlobal("EventSource", Stream);
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

function page(asked: Asked[] = [], polled: () => Live = () => live([student(0)])) {
  const note = (call: Asked) => {
    asked.push(call);
    return { ok: true as const };
  };
  return renderPage(
    <Routes>
      <Route path="/results/:releaseId/live" element={<LivePage />} />
    </Routes>,
    {
      path: `/results/${releaseId}/live`,
      stubs: [
        answers(showSession, { isDemo: true, maySignUp: false, now, member: null, guest: null, student: null }),
        answers(showRelease, release),
        answers(showLive, polled),
        answers(helped, note),
        answers(handInFor, note),
        answers(letBackIn, note),
        answers(giveExtraGo, note),
        answers(takeBackExtraGo, note),
        answers(giveMinutes, (call) => {
          asked.push(call);
          return { students: [], messages: [] };
        }),
      ],
    },
  );
}

describe("words", () => {
  test("where somebody is: the question, the time left and given, and that nothing was heard for a while", () => {
    const later = Date.parse(now) + 130_000;
    expect(whereInWords(student(0), Date.parse(now))).toBe("at question 2");
    expect(whereInWords(student(0, { deadlineAt: at(12), minutesGiven: 5 }), Date.parse(now))).toBe(
      "at question 2 · 12 min left · 5 min given",
    );
    expect(whereInWords(student(0, { deadlineAt: at(181) }), Date.parse(now))).toBe("at question 2");
    expect(whereInWords(student(0), later)).toBe("at question 2 · no sign for 2 min");
    expect(whereInWords(student(0, { at: null }), Date.parse(now))).toBe("1 of 3 answered");
    expect(whereInWords(student(0, { state: "handedIn" }), later)).toBe("1 of 3 answered");
    expect(whereInWords(student(0, { state: "notBegun" }), later)).toBe("not begun");
    expect(isQuiet(student(0, { state: "handedIn" }), later)).toBe(false);
  });

  test("how long somebody has been asking, and how a question goes so far", () => {
    expect(askingInWords(now, Date.parse(now) + 20_000)).toBe("asks for help");
    expect(askingInWords(now, Date.parse(now) + 200_000)).toBe("has asked for help for 3 min");
    expect(soFarInWords({ ...item, seen: 3 })).toBe("1 of 2 right · 1 saw it without an answer");
    expect(soFarInWords({ ...item, marked: { right: 1, partly: 1, wrong: 0 } })).toBe("1 of 2 right, 1 partly");
    expect(soFarInWords({ ...item, marked: null })).toBe("2 answers");
    expect(soFarInWords({ ...item, answered: 0 })).toBe("no answers yet");
    expect(soFarInWords({ ...item, answered: 0, seen: 0 })).toBe("nobody has seen it yet");
  });

  test("a change puts in what it names and leaves all else", () => {
    const before = live([student(0), student(1)]);
    const { studentId } = student(1);
    const after = withChange(before, { now: at(1), students: [{ studentId, at: 3 }], items: [], newItems: [] });
    expect(after.students).toEqual([student(0), student(1, { at: 3 })]);
    expect(after.items).toBe(before.items);
    const first = { ...item, itemId: student(7).studentId, position: item.position - 1 };
    const more = withChange(before, {
      ...{ now: at(1), students: [], items: [{ itemId: item.itemId, answered: 9 }], newItems: [first] },
    });
    expect(more.items).toEqual([first, ...before.items.map((one) => ({ ...one, answered: 9 }))]);
    expect(more.students).toBe(before.students);
  });
});

test("shows who is where in groups, changes as the stream says, and the counts are those of the list", async () => {
  page();
  await screen.findByRole("heading", { name: "Rivers check, live" });
  expect(newestStream().url).toBe(`/api/releases/${releaseId}/live/stream`);
  newestStream().say(
    "state",
    live([student(0), student(1, { state: "handedIn" }), student(2, { state: "notBegun", sittingId: null })]),
  );
  expect(screen.getByText(/1 in progress, 1 handed in, 1 not begun/)).toBeTruthy();
  expect(within(screen.getByRole("list", { name: "In progress: 1" })).getByText("Ada Moss")).toBeTruthy();
  expect(within(screen.getByRole("list", { name: "Handed in: 1" })).getByText("Ben Reed")).toBeTruthy();
  expect(within(screen.getByRole("region", { name: "Not begun: 1" })).getByText("Cleo Hart")).toBeTruthy();
  expect(within(screen.getByRole("list", { name: "Questions so far" })).getByText("1 of 2 right")).toBeTruthy();
  newestStream().say("news", {
    ...{ now: at(1), items: [], newItems: [] },
    students: [{ studentId: student(0).studentId, state: "handedIn" }],
  });
  expect(screen.getByText(/0 in progress, 2 handed in, 1 not begun/)).toBeTruthy();
  expect(screen.getByText("Nobody is in progress at the moment. Whoever begins shows here at once.")).toBeTruthy();
});

test("who asks for help stands on top, who has waited longest first; Helped says so to the server", async () => {
  const asked: Asked[] = [];
  const { user } = page(asked);
  await screen.findByRole("heading", { name: "Rivers check, live" });
  newestStream().say("state", live([student(0, { helpAt: at(-1) }), student(1, { helpAt: at(-4) })]));
  const list = screen.getByRole("region", { name: "Who asks for help" });
  expect(
    within(list)
      .getAllByText(/asked for help/)
      .map((one) => one.textContent),
  ).toEqual([
    "Ben Reed has asked for help for 4 min, at question 2",
    "Ada Moss has asked for help for 1 min, at question 2",
  ]);
  await user.click(within(list).getByRole("button", { name: "Helped: Ben Reed" }));
  expect(asked.at(-1)?.path).toContain(`/releases/${releaseId}/goes/${idOf(4)}/help`);
});

test("minutes for one, handing in for one and back in, from the student's own menu", async () => {
  const asked: Asked[] = [];
  const { user } = page(asked);
  await screen.findByRole("heading", { name: "Rivers check, live" });
  newestStream().say("state", live([student(0, { deadlineAt: at(9) }), student(1, { state: "handedIn" })]));
  await user.click(screen.getByRole("button", { name: "What to do for Ada Moss" }));
  await user.click(screen.getByRole("menuitem", { name: "Give 5 minutes" }));
  expect(asked.at(-1)?.body).toEqual({ studentIds: [idOf(0)], minutes: 5 });
  await user.click(screen.getByRole("button", { name: "What to do for Ada Moss" }));
  await user.click(screen.getByRole("menuitem", { name: "Hand in for Ada Moss" }));
  await screen.findByText(/Handed in for Ada Moss/);
  expect(asked.at(-1)?.path).toContain(`/goes/${idOf(3)}/hand-in`);
  await user.click(screen.getByRole("button", { name: "Undo" }));
  expect(asked.at(-1)?.path).toContain(`/goes/${idOf(3)}/let-back-in`);
  await user.click(screen.getByRole("button", { name: "What to do for Ben Reed" }));
  expect(screen.queryByRole("menuitem", { name: /Hand in for/ })).toBeNull();
  await user.click(screen.getByRole("menuitem", { name: "Let back in" }));
  expect(asked.at(-1)?.path).toContain(`/goes/${idOf(4)}/let-back-in`);
});

test("another go beyond the rules, for one, and taken back", async () => {
  const asked: Asked[] = [];
  const { user } = page(asked);
  await screen.findByRole("heading", { name: "Rivers check, live" });
  newestStream().say("state", live([student(0), student(1, { state: "handedIn" })]));
  await user.click(screen.getByRole("button", { name: "What to do for Ada Moss" }));
  expect(screen.queryByRole("menuitem", { name: "Give another go" })).toBeNull();
  await user.keyboard("{Escape}");
  await user.click(await screen.findByRole("button", { name: "What to do for Ben Reed" }));
  await user.click(screen.getByRole("menuitem", { name: "Give another go" }));
  await screen.findByText("Ben Reed may take one go more than the rules give.");
  await user.click(screen.getByRole("button", { name: "Undo" }));
  await screen.findByText("The other go of Ben Reed is taken back.");
  expect(asked.map(({ method, path, body }) => [method, path.split("/").at(-1), body])).toEqual([
    ["post", "extra-goes", { studentIds: [idOf(1)] }],
    ["delete", "extra-goes", { studentIds: [idOf(1)] }],
  ]);
});

test("of several classes one is chosen, in the address; the questions then say that they are of all", async () => {
  const { user, at: where } = page();
  await screen.findByRole("heading", { name: "Rivers check, live" });
  newestStream().say("state", live([student(0), student(1, { className: "8D" })]));
  await user.click(screen.getByRole("button", { name: "Class: All classes" }));
  await user.click(screen.getByRole("menuitem", { name: "8D" }));
  expect(within(screen.getByRole("list", { name: "In progress: 1" })).getByText("Ben Reed")).toBeTruthy();
  expect(screen.queryByText("Ada Moss")).toBeNull();
  expect(screen.getByRole("heading", { name: "Questions so far, in all classes" })).toBeTruthy();
  expect(where().search).toBe("?class=8D");
});

test("for the projector: how far all are together, no name and no answer", async () => {
  const { user } = page();
  await screen.findByRole("heading", { name: "Rivers check, live" });
  newestStream().say("state", live([student(0, { helpAt: at(-1) }), student(1, { state: "handedIn" })]));
  await user.click(screen.getByRole("button", { name: "For the projector" }));
  expect(screen.getByText("1 of 2 handed in")).toBeTruthy();
  for (const secret of ["Ada Moss", "Ben Reed", "Where is a river fastest?", "Questions so far"])
    expect(screen.queryByText(secret)).toBeNull();
  await user.click(screen.getByRole("button", { name: "Show names and answers" }));
  expect(screen.getByText("Ben Reed")).toBeTruthy();
});

test("where no stream comes through it is asked for, and said; when the stream is back it is not", async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  page([], () => live([student(0)]));
  await screen.findByRole("heading", { name: "Rivers check, live" });
  const first = newestStream();
  await act(() => vi.advanceTimersByTimeAsync(patienceMs + 100));
  expect(first.readyState).toBe(2);
  await screen.findByText(/lets no live connection through/);
  expect(screen.getByText("Ada Moss")).toBeTruthy();
  await act(() => vi.advanceTimersByTimeAsync(21_000));
  expect(newestStream()).not.toBe(first);
  newestStream().say("state", live([student(1)]));
  expect(screen.queryByText(/lets no live connection through/)).toBeNull();
  expect(screen.getByText("Ben Reed")).toBeTruthy();
  // Refused for good: asked for at once.
  newestStream().close();
  act(() => {
    newestStream().dispatchEvent(new Event("error"));
  });
  await screen.findByText(/lets no live connection through/);
});
