/** A report about a class: the pages' own figures, on one page, without names unless they are asked for. */
import { showClassStandards, type ClassStandards } from "@verdant/contract/insight";
import { showClassOverTime, type ClassOverTime } from "@verdant/contract/overTime";
import { shareOf } from "@verdant/core/insight/wilson";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { classReport } from "./classReport.ts";
import { ClassReportPage, whoInWords } from "./ClassReportPage.tsx";

const idOf = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const release = (n: number, right: number) => ({
  ...{ id: idOf(n), name: `Review ${String(n)}`, on: "2031-02-05", given: 10, handedIn: 9, marks: [] },
  outcome: shareOf(right, 40),
});
const topic = (n: number, name: string, verdict: "rise" | "fall" | null, low: number | null) => ({
  ...{ topicId: idOf(n), name, strand: null, band: low === null ? null : { low, high: low + 1 } },
  returns: verdict === null ? [] : [20, 30].map((right, i) => ({ releaseId: idOf(i + 1), share: shareOf(right, 40) })),
  change:
    verdict === null
      ? null
      : {
          ...{ difference: 0.25, low: 0.1, high: 0.4, verdict, before: shareOf(20, 40), now: shareOf(30, 40) },
        },
});
const student = (n: number, verdict: "fall" | null, missing: number) => ({
  ...{ studentId: idOf(50 + n), name: ["Ada Finch", "Ben Hale", "Cleo Marsh"][n] ?? "", closed: 4 },
  missing: Array.from({ length: missing }, (_, i) => ({ id: idOf(i), name: "Review" })),
  change: verdict && { difference: -0.2, low: -0.3, high: -0.1, verdict },
});
const over: ClassOverTime = {
  ...{ classId: idOf(9), className: "8B", today: "2031-02-06", lastLesson: null, news: [], more: 3 },
  releases: [release(1, 20), release(2, 30)],
  topics: [
    topic(11, "Floods", "rise", 6),
    topic(12, "Meanders", "fall", 8),
    topic(13, "Coasts", null, null),
    { ...topic(14, "", "rise", 4), topicId: null },
  ],
  students: [student(0, "fall", 0), student(1, null, 3), student(2, null, 0)],
};
const standard = (code: string, labels: readonly ("secure" | "notYet" | "noEvidence")[]) => ({
  ...{ standardId: idOf(70), code, statement: `what ${code} asks`, secureLine: 0.7, prior: { mean: 0.6, weight: 2 } },
  students: labels.map((label, i) => ({
    ...{ studentId: idOf(50 + i), name: "", right: 1, given: label === "noEvidence" ? 0 : 4, mean: 0.5, label },
  })),
});
const standards: ClassStandards = {
  ...{ classId: idOf(9), className: "8B", usualLine: 0.7 },
  standards: [
    standard("LG.1", ["secure", "secure", "noEvidence"]),
    standard("LG.2", ["secure", "notYet", "notYet"]),
    standard("LG.3", ["secure", "noEvidence", "noEvidence"]),
  ],
};
const page = (of: ClassOverTime = over) =>
  renderPage(
    <Routes>
      <Route path="/classes/:classId/report" element={<ClassReportPage />} />
    </Routes>,
    {
      path: `/classes/${idOf(9)}/report`,
      stubs: [answers(showClassOverTime, of), answers(showClassStandards, standards)],
    },
  );

describe("a report about a class", () => {
  test("says the sum of the quizzes, what moved, topics, standards and how many need attention, without a name", async () => {
    page();
    const report = await screen.findByRole("article", { name: "Report about 8B" });
    const part = (name: string) => within(report).getByRole("region", { name }).textContent;
    expect(part("In short")).toContain(
      "2 quizzes: 90% of what was given was handed in, 63% of the answers were right.",
    );
    expect(part("In short")).toContain("3 older quizzes are not in it.");
    expect(part("In short")).toContain("More than chance better: Floods. More than chance worse: Meanders.");
    const rows = within(report)
      .getAllByRole("row")
      .map((row) => row.textContent);
    expect(rows.slice(0, 3)).toEqual([
      "Meandersabout 8 to 9 in 1050% then 75%; the fall is more than chance",
      "Floodsabout 6 to 7 in 1050% then 75%; the rise is more than chance",
      "Coastsnot taughtnot come back yet",
    ]);
    expect(rows.slice(3)).toEqual(["LG.21 of 3what LG.2 asks", "LG.12 of 2what LG.1 asks"]);
    expect(part("Who needs attention")).toBe(
      "Who needs attentionSlipping beside the class, more than chance: 1 student.Often missing: 1 student.",
    );
    expect(report.textContent).not.toMatch(/Ada|Ben|Cleo/);
  });

  test("has names, with a warning, and words of the teacher's, only when they are asked for", async () => {
    const { user } = page();
    await user.click(await screen.findByRole("switch", { name: "With names of students" }));
    expect(screen.getByRole("alert").textContent).toMatch(/those who teach these students only/);
    const report = screen.getByRole("article", { name: "Report about 8B" });
    expect(report.textContent).toContain("more than chance: Ada Finch.");
    expect(report.textContent).toContain("Often missing: Ben Hale.");
    expect(within(report).queryByRole("region", { name: "From the teacher" })).toBeNull();
    await user.type(screen.getByRole("textbox"), "Ask for a map lesson.");
    expect(within(report).getByRole("region", { name: "From the teacher" }).textContent).toContain("map lesson");
  });

  test("of a class without a quiz there is nothing to report or to print", async () => {
    page({ ...over, releases: [], topics: [], students: [], more: 0 });
    expect(await screen.findByText(/There is nothing to report/)).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Print" }).disabled).toBe(true);
  });

  test("where nothing stands out it says so, and divides by nothing", () => {
    const calm = classReport({ ...over, releases: [], topics: [], students: [] }, { standards: [] });
    expect(calm).toMatchObject({ quizzes: 0, handedIn: { n: 0, of: 0 }, right: { right: 0, outOf: 0 }, standards: [] });
    expect(whoInWords([], true, { none: "nobody", some: (who) => who })).toBe("nobody");
  });
});
