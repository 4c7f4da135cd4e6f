import {
  changeTimes,
  giveMinutes,
  sayToStudents,
  showRunning,
  takeBackMessage,
  type Running,
} from "@verdant/contract/running";
import { showRelease, type Release } from "@verdant/contract/delivery";
import { showSession } from "@verdant/contract/team";
import { presets } from "@verdant/core/delivery/rules";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, test } from "vitest";
import { answers, renderPage, type Asked } from "../platform/testing/pages.tsx";
import { inItInWords, neighboursInWords, RunningPage, touchedInWords } from "./RunningPage.tsx";

const now = "2031-02-05T09:30:00.000Z";
const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const releaseId = idOf(9);
const times = { opensAt: "2031-02-05T09:00:00.000Z", shutsAt: "2031-02-05T10:00:00.000Z" };

const release: Release = {
  id: releaseId,
  name: "Rivers check",
  quizId: idOf(8),
  classId: idOf(7),
  className: "8B",
  targets: [{ classId: idOf(7), groupId: null, studentId: null, ...times, name: "8B" }],
  rules: presets.test,
  questions: 6,
  ...times,
  opening: "open",
  resultsOpenedAt: null,
  students: 24,
  begun: 3,
  handedIn: 1,
};

const inIt = (n: number, more: Partial<Running["students"][number]> = {}) => ({
  studentId: idOf(n),
  name: ["Ada Moss", "Ben Reed"][n] ?? "",
  startedAt: "2031-02-05T09:10:00.000Z",
  deadlineAt: "2031-02-05T09:50:00.000Z",
  minutesGiven: 0,
  answered: 2,
  questions: 6,
  lastSeenAt: "2031-02-05T09:29:00.000Z",
  ...more,
});

function page(running: Running) {
  const asked: Asked[] = [];
  let shown = running;
  const deed = (next: (call: Asked) => Running) => (call: Asked) => {
    asked.push(call);
    shown = next(call);
    return shown;
  };
  const rendered = renderPage(
    <Routes>
      <Route path="/results/:releaseId/running" element={<RunningPage />} />
    </Routes>,
    {
      path: `/results/${releaseId}/running`,
      stubs: [
        answers(showSession, { isDemo: true, maySignUp: false, now, member: null, guest: null, student: null }),
        answers(showRelease, release),
        answers(showRunning, () => shown),
        answers(
          changeTimes,
          deed(() => ({ ...shown, messages: [{ id: idOf(5), text: null, at: now, to: null }] })),
        ),
        answers(
          giveMinutes,
          deed(() => shown),
        ),
        answers(
          sayToStudents,
          deed(({ body }) => ({
            ...shown,
            messages: [{ id: idOf(6), text: (body as { text: string }).text, at: now, to: null }],
          })),
        ),
        answers(
          takeBackMessage,
          deed(() => ({ ...shown, messages: [] })),
        ),
      ],
    },
  );
  return { ...rendered, asked };
}

describe("changing what runs", () => {
  test("says whom new times touch before they are saved, and sends the same times where nothing was changed", async () => {
    const { user, asked } = page({ students: [inIt(0), inIt(1)], messages: [] });
    await screen.findByText(
      "2 students are in it and get the new end. 1 has handed in: nothing changes for what they did.",
    );
    await user.click(screen.getByRole("button", { name: "Save the times" }));
    await screen.findByText(/The new times hold from now on/);
    expect(asked[0]?.body).toEqual({ targets: [{ classId: idOf(7), groupId: null, studentId: null, ...times }] });
    expect(await screen.findByText(/the times were changed$/)).toBeDefined();
    // Nobody who has it can be left out of it here.
    expect(screen.queryByRole("button", { name: /^Remove/ })).toBeNull();
  });

  test("minutes go to all in it, or to those who are ticked; who has no limit is not offered any", async () => {
    const { user, asked } = page({ students: [inIt(0), inIt(1)], messages: [] });
    await screen.findByText("More minutes for all in it:");
    await user.click(screen.getByRole("button", { name: "5 min" }));
    await expect.poll(() => asked.at(-1)?.body).toEqual({ studentIds: [idOf(0), idOf(1)], minutes: 5 });
    await user.click(await screen.findByRole("checkbox", { name: "Ben Reed" }));
    await screen.findByText("More minutes for 1 student:");
    await user.click(screen.getByRole("button", { name: "15 min" }));
    await expect.poll(() => asked.at(-1)?.body).toEqual({ studentIds: [idOf(1)], minutes: 15 });
  });

  test("without a time limit nobody is offered minutes", async () => {
    page({ students: [inIt(0, { deadlineAt: null })], messages: [] });
    const list = await screen.findByRole("list", { name: "Students in progress" });
    await within(list).findByText(/no time limit/);
    expect([screen.queryByRole("checkbox"), screen.queryByText(/More minutes/)]).toEqual([null, null]);
  });

  test("a word is said, stands there, and is taken back", async () => {
    const { user, asked } = page({ students: [], messages: [] });
    await user.type(await screen.findByLabelText("What they are to know"), "Read east for west.");
    await user.click(screen.getByRole("button", { name: "Tell them" }));
    await user.click(await screen.findByRole("button", { name: "Take back: Read east for west." }));
    await expect.poll(() => screen.queryByText(/Read east/)).toBeNull();
    expect(asked.map(({ method }) => method)).toEqual(["post", "delete"]);
    expect(screen.getByLabelText<HTMLInputElement>("What they are to know").value).toBe("");
  });
});

test("who is in it: how far, how long still, what was given, when last seen", () => {
  const at = new Date(now);
  expect(inItInWords(inIt(0, { minutesGiven: 10 }), at)).toBe(
    "2 of 6 answered · 20 min left · 10 min given · last seen 1 min ago",
  );
  expect(inItInWords(inIt(0, { deadlineAt: "2031-02-05T09:29:00.000Z", lastSeenAt: null }), at)).toBe(
    "2 of 6 answered · 0 min left · no answer yet",
  );
});

test("whom a change touches is said for none, for those in it, and for those who are done", () => {
  expect(touchedInWords(0, 0)).toBe("Nobody is in it at the moment.");
  expect(touchedInWords(1, 0)).toBe("1 student is in it and gets the new end.");
  expect(touchedInWords(0, 5)).toBe(
    "Nobody is in it at the moment. 5 have handed in: nothing changes for what they did.",
  );
});

test("what the seating plan has done is counted, not promised", () => {
  expect(neighboursInWords({ pairs: 1, places: 8, same: 0 })).toBe(
    "By the seating plan 1 pair of neighbours has begun. None has the same question or a look-alike at the same place.",
  );
  expect(neighboursInWords({ pairs: 40, places: 320, same: 3 })).toContain(
    "Of 320 places, 3 have the same question or a look-alike (0.9%).",
  );
});
