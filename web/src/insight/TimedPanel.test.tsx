import { showRelease, type Release } from "@verdant/contract/delivery";
import { showTimed, type TimedGo } from "@verdant/contract/timed";
import { presets, type Rules } from "@verdant/core/delivery/rules";
import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { grownInWords, ratesInWords, TimedPanel } from "./TimedPanel.tsx";

const now = "2031-02-05T09:30:00.000Z";
const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const releaseId = idOf(9);
const go = (ordinal: number, perMinute: number | null): TimedGo => ({
  ...{ ordinal, perMinute, handedInAt: now, right: 8, reached: 10, questions: 20 },
});
const ofRules = (rules: Rules): Release => ({
  ...{ id: releaseId, name: "Distances", quizId: idOf(1), classId: idOf(2), className: "9C", targets: [], rules },
  ...{ questions: 20, opensAt: now, shutsAt: null, opening: "open", resultsOpenedAt: null },
  ...{ students: 3, begun: 2, handedIn: 2 },
});
const ada = { studentId: idOf(3), name: "Ada Moss", goes: [go(1, 4.12), go(2, null), go(3, 6)] };
const ben = { studentId: idOf(4), name: "Ben Reed", goes: [go(1, 5), go(2, 5)] };
const cleo = { studentId: idOf(5), name: "Cleo Hart", goes: [go(1, 7)] };
const slowest = [{ itemId: idOf(6), stem: "1.5 cm at 1:250 000?", seconds: 14.2, right: 1, reached: 3 }];

const page = (rules: Rules) =>
  renderPage(<TimedPanel releaseId={releaseId} />, {
    stubs: [answers(showRelease, ofRules(rules)), answers(showTimed, { students: [ada, ben, cleo], slowest })],
  });

test("rates in words, and how many are faster in the last go than in the first of those that say something", () => {
  expect(ratesInWords(ada.goes)).toBe("4.1, too short, 6");
  expect(grownInWords({ students: [ada, ben, cleo] })).toBe(
    "1 of 2 with more than one go are faster in the last than in the first.",
  );
  expect(grownInWords({ students: [cleo] })).toBeNull();
});

test("everybody's goes and the slow facts stand on the results of timed practice", async () => {
  page(presets.sprint);
  const panel = await screen.findByRole("region", { name: "Right in a minute, go by go" });
  const rows = within(panel).getByRole("list", { name: "Right in a minute, go by go" });
  expect(
    within(rows)
      .getAllByRole("listitem")
      .map((one) => one.textContent),
  ).toEqual(["Ada Moss4.1, too short, 6", "Ben Reed5, 5", "Cleo Hart7"]);
  expect(within(panel).getByText("14.2 s, 1 of 3 right", { exact: false })).toBeTruthy();
  expect(within(panel).getByRole("link", { name: "1.5 cm at 1:250 000?" }).getAttribute("href")).toBe(
    `/bank/${idOf(6)}`,
  );
});

test("what is not timed practice does not ask for it", async () => {
  const { asked } = page(presets.check);
  await expect.poll(() => asked.length).toBe(1);
  expect(screen.queryByRole("region")).toBeNull();
  expect(asked.some((one) => one.path.endsWith("/timed"))).toBe(false);
});
