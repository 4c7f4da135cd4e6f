import {
  giveGoAheads,
  listWaiting,
  makeOpeningWord,
  takeBackGoAheads,
  type Missing,
  type Waiting,
} from "@verdant/contract/beforeGo";
import { showSession } from "@verdant/contract/team";
import { screen, within } from "@testing-library/react";
import { describe, expect, test, vi } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { GoAheadsPanel, othersInWords } from "./GoAheadsPanel.tsx";

const now = "2031-02-05T09:30:00.000Z";
const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const releaseId = idOf(9);

const student = (n: number, missing: Missing[], more: Partial<Waiting["students"][number]> = {}) => ({
  studentId: idOf(n),
  name: ["Ada Moss", "Ben Reed", "Cleo Hart", "Dan Yew"][n] ?? "",
  className: "8B",
  ordinal: 2,
  missing,
  hasGoAhead: missing.every(({ code }) => code !== "goAheadMissing"),
  since: "2031-02-05T08:00:00.000Z",
  lastShare: 0.5,
  reflection: null,
  ...more,
});

const goAhead = { code: "goAheadMissing" } as const;

function panel(waiting: Waiting) {
  const asked: { path: string; body: unknown }[] = [];
  let shown = waiting;
  const deed = (next: (ids: string[]) => Waiting) => (call: { path: string; body: unknown }) => {
    asked.push({ path: call.path, body: call.body });
    shown = next((call.body as { studentIds: string[] }).studentIds);
    return shown;
  };
  const page = renderPage(<GoAheadsPanel releaseId={releaseId} />, {
    stubs: [
      answers(showSession, { isDemo: true, maySignUp: false, now, member: null, guest: null, student: null }),
      answers(listWaiting, () => shown),
      answers(
        giveGoAheads,
        deed((ids) => ({
          ...shown,
          students: shown.students.map((one) =>
            ids.includes(one.studentId) ? { ...one, missing: [], hasGoAhead: true } : one,
          ),
        })),
      ),
      answers(
        takeBackGoAheads,
        deed(() => waiting),
      ),
      answers(makeOpeningWord, () => {
        const word = { word: "amber lantern", until: "2031-02-05T09:35:00.000Z" };
        shown = { ...shown, word };
        return word;
      }),
    ],
  });
  return { ...page, asked };
}

describe("who waits before a go", () => {
  test("who has done their part comes first, with what they wrote; what else is missing is said", async () => {
    panel({
      students: [
        student(0, [{ code: "reflectionMissing" }, goAhead]),
        student(1, [goAhead], { reflection: [{ text: "Why?", answer: "I mixed them up." }] }),
        student(2, []),
      ],
      word: null,
    });
    await screen.findByRole("heading", { name: "2 students wait for your go-ahead" });
    const rows = within(screen.getByRole("list", { name: "Students before their next go" })).getAllByRole("listitem");
    expect(rows.map((row) => /^[A-Z]\w+ [A-Z][a-z]+/.exec(row.textContent)?.[0])).toEqual(["Ben Reedgo", "Ada Mossgo"]);
    expect(rows[0]?.textContent).toContain("Why? I mixed them up.");
    expect(rows[0]?.textContent).toContain("go 2 after 50%");
    expect(rows[1]?.textContent).toContain("has not looked back yet");
  });

  test("a tap lets one on, undo takes it back; ticks let several on at once", async () => {
    const { user, asked } = panel({ students: [0, 1, 2].map((n) => student(n, [goAhead])), word: null });
    await user.click(await screen.findByRole("button", { name: "Go-ahead for Ben Reed" }));
    expect(await screen.findByText("Ben Reed may go on.")).toBeDefined();
    await user.click(await screen.findByRole("button", { name: "Undo" }));
    await expect.poll(() => asked.at(-1)?.path).toMatch(/take-back$/);
    await user.click(await screen.findByRole("checkbox", { name: "Ada Moss" }));
    await user.click(screen.getByRole("checkbox", { name: "Cleo Hart" }));
    await user.click(screen.getByRole("button", { name: "Go-ahead for 2 students" }));
    await expect.poll(() => asked.at(-1)?.body).toEqual({ studentIds: [idOf(0), idOf(2)] });
  });

  test("a word to be said in the room shows until when it opens", async () => {
    const { user } = panel({ students: [student(0, [goAhead])], word: null });
    await user.click(await screen.findByRole("button", { name: "Word to say in the room" }));
    const said = await screen.findByText("amber lantern");
    expect(said.closest("p")?.textContent).toMatch(
      /Say in the room: amber lantern \(until .*, once for each student\)/,
    );
  });

  test("a release that asks for nothing shows nothing", async () => {
    const { container, asked } = panel({ students: [student(0, [], { hasGoAhead: null })], word: null });
    await expect.poll(() => vi.mocked(fetch).mock.calls.length).toBeGreaterThan(0);
    expect([container.querySelector("section"), asked]).toEqual([null, []]);
  });
});

test("what is missing besides the go-ahead is said for each thing, and never for a go-ahead", () => {
  expect(
    othersInWords([
      goAhead,
      { code: "gateShut", percent: 70, reached: 65, name: "Rivers practice" },
      { code: "waitBeforeGo", until: "2031-02-06T00:00:00.000Z" },
    ]),
  ).toMatch(/^is at 65% of 70% in “Rivers practice” · waits until /);
  expect(othersInWords([{ code: "gateShut", percent: 70, reached: null, name: "X" }])).toBe("has not done “X”");
  expect(othersInWords([goAhead])).toBe("");
});
