import type { Release } from "@verdant/contract/delivery";
import { showRelease } from "@verdant/contract/delivery";
import { showNotice, type Notice } from "@verdant/contract/notice";
import { presets } from "@verdant/core/delivery/rules";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { noticeInWords } from "../ui/noticeInWords.ts";
import { NoticePage, timesInWords } from "./NoticePage.tsx";

const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const times = { opensAt: "2031-02-05T09:00:00.000Z", shutsAt: "2031-02-05T10:00:00.000Z" };
const target = { classId: idOf(7), groupId: null, studentId: null, ...times, name: "8B" };
const release: Release = {
  ...{ id: idOf(9), name: "Rivers check", quizId: idOf(8), classId: idOf(7), className: "8B", targets: [target] },
  ...{ rules: presets.check, questions: 6, ...times, opening: "notYet", resultsOpenedAt: null },
  ...{ students: 2, begun: 0, handedIn: 0 },
};
const notice = (more: Partial<Notice> = {}): Notice => ({
  ...{ questions: 6, minutes: 9, points: 8, outOf: null, takesOff: false, goes: 2, waitHours: 24, counts: "best" },
  ...{
    timeLimitMinutes: 20,
    isTimed: false,
    openness: "which",
    openFrom: "handIn",
    looksAtEach: false,
    second: null,
    paging: "one",
    shutsAt: null,
  },
  ...{ stopAt: null, gate: null, before: null },
  ...more,
});

const page = (given = notice()) =>
  renderPage(
    <Routes>
      <Route path="/results/:releaseId/rules" element={<NoticePage />} />
    </Routes>,
    {
      path: `/results/${idOf(9)}/rules`,
      stubs: [
        answers(showRelease, release),
        answers(showNotice, {
          notice: given,
          readers: [
            { studentId: idOf(1), name: "Ada Moss", className: "8B", openedAt: times.opensAt },
            { studentId: idOf(2), name: "Ben Reed", className: "8B", openedAt: null },
          ],
        }),
      ],
    },
  );

test("says the rules, who has opened them and who has not; the projector shows no names", async () => {
  const { user } = page();
  const rules = await screen.findByRole("region", { name: "The rules, as students read them" });
  expect(within(rules).getByText("One go a day.")).toBeTruthy();
  const readers = screen.getByRole("region", { name: "1 of 2 have opened the rules" });
  expect(readers.textContent).toMatch(/Not opened yet.*Ben Reed.*Opened.*Ada Moss, /);
  await user.click(screen.getByRole("button", { name: "For the projector" }));
  expect(screen.queryByText(/Ben Reed/)).toBeNull();
});

test("what is copied is what stands there", async () => {
  const { user } = page();
  const rules = await screen.findByRole("region", { name: "The rules, as students read them" });
  const lines = within(rules)
    .getAllByRole("listitem")
    .map((item) => `– ${item.textContent}`);
  await user.click(screen.getByRole("button", { name: "Copy the text" }));
  expect(await screen.findByText("The rules are copied.")).toBeTruthy();
  expect(await navigator.clipboard.readText()).toBe(["Rivers check", ...lines].join("\n"));
});

test("times are said once where all have the same, else for each", () => {
  expect(timesInWords(release)).toHaveLength(1);
  const later = { ...target, name: "8B: Corals", shutsAt: null };
  const said = timesInWords({ targets: [target, later] });
  expect(said.map((sentence) => sentence.split(":")[0])).toEqual(["8B", "8B"]);
  expect(said[1]).not.toContain("until");
});

test.each<[Partial<Notice>, RegExp[], RegExp[]]>([
  [{}, [/20 minutes/, /You have 2 goes\. The best one counts\./, /which were right/], [/points/, /opens/]],
  [{ goes: 1, waitHours: 0 }, [/You have one go\./], [/counts/, /Between/]],
  [{ goes: null, counts: "mean", stopAt: 80, waitHours: 3 }, [/as many goes/, /mean/, /3 hours/, /80%/], []],
  [{ waitHours: 1 }, [/at least 1 hour\./], [/1 hours/]],
  [{ paging: "forwardOnly" }, [/cannot go back/], []],
  [{ outOf: 20 }, [/8 points; in the marks it counts out of 20/], []],
  [{ takesOff: true }, [/a wrong choice takes points off/], []],
  [{ isTimed: true, timeLimitMinutes: 3 }, [/as many as you can in 3 minutes/], [/takes about/]],
  [{ timeLimitMinutes: null }, [/no time limit/], []],
  [{ gate: { name: "Practice", percent: 70, by: "best" } }, [/best go of “Practice” has reached 70%/], []],
  [{ before: { fromGo: 2, goAhead: true, reflects: true } }, [/Another go needs .* and your teacher’s go-ahead/], []],
  [{ before: { fromGo: 1, goAhead: true, reflects: false } }, [/Every go needs your teacher’s go-ahead/], []],
  [{ looksAtEach: true }, [/From then on that answer stands\./], [/second answer/]],
  [{ looksAtEach: true, second: 50 }, [/a second answer counts half\./], []],
  [{ looksAtEach: true, second: 25 }, [/counts 25%\./], []],
  [{ openness: "nothing" }, [/nothing of how it went/], [/you see your/]],
  [{ openness: "score", openFrom: "word" }, [/When your teacher says so, you see your score\./], []],
])("each rule has its sentence, and no other: %o", (rules, says, saysNot) => {
  const text = noticeInWords(notice(rules)).join("\n");
  for (const one of says) expect(text).toMatch(one);
  for (const one of saysNot) expect(text).not.toMatch(one);
  expect(text).not.toMatch(/\{\{|undefined|null/);
});
