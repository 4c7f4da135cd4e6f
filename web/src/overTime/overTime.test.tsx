import {
  setStudentNote,
  showClassOverTime,
  showRecallThen,
  showStudentOverTime,
  type ClassOverTime,
  type StudentOverTime,
} from "@verdant/contract/overTime";
import { shareOf } from "@verdant/core/insight/wilson";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { FamilyReportPage } from "./FamilyReportPage.tsx";
import { reportOf } from "./familyReport.ts";
import { ClassOverTimePage } from "./ClassOverTimePage.tsx";
import { medianOf, spreadInWords } from "../ui/spreadInWords.ts";
import {
  besideClassInWords,
  betweenGoesInWords,
  growthInWords,
  isOftenMissing,
  newsInWords,
} from "./overTimeInWords.ts";
import { StudentOverTimePage } from "./StudentOverTimePage.tsx";

const idOf = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const back = (right: number, outOf: number, n = 1) => ({ releaseId: idOf(n), share: shareOf(right, outOf) });
const change = (difference: number, low: number, high: number, verdict: "rise" | "fall" | "unclear") => ({
  ...{ difference, low, high, verdict },
});

describe("in words", () => {
  test("three returns are named; of six the two halves that the verdict compares; one is once so far", () => {
    const rise = { ...change(0.37, 0.2, 0.5, "rise"), before: shareOf(48, 100), now: shareOf(69, 100) };
    expect(growthInWords({ returns: [back(41, 100), back(62, 100), back(78, 100)], change: rise })).toBe(
      "41% then 62% then 78%; the rise is more than chance",
    );
    // The first of them is better than the last: the sentence speaks of what was compared.
    const six = [80, 30, 34, 60, 70, 77].map((right) => back(right, 100));
    expect(growthInWords({ returns: six, change: rise })).toBe(
      "48% in the earlier half of 6 returns, 69% in the later half; the rise is more than chance",
    );
    expect(growthInWords({ returns: [back(1, 4)], change: null })).toBe("25%, once so far");
    expect(growthInWords({ returns: [back(1, 4), back(2, 4)], change: null })).toBe(
      "25% then 50%; too few answers to compare",
    );
  });

  test("a fall says by how much and between what; what may be chance says no number", () => {
    expect(besideClassInWords(change(-0.14, -0.26, -0.02, "fall"))).toBe(
      "slipping: 14 in 100 fewer right beside the class than before (2 to 26)",
    );
    expect(besideClassInWords(change(0.2, 0.1, 0.3, "rise"))).toMatch(/^gaining: 20 .*\(10 to 30\)$/);
    expect(besideClassInWords(change(-0.14, -0.3, 0.02, "unclear"))).toBe("about as before");
    expect(besideClassInWords(null)).toBe("too few answers to say");
  });

  test("often missing is three at least, and a quarter", () => {
    const missing = (n: number) => Array.from({ length: n }, (_, i) => ({ id: idOf(i), name: "Quiz" }));
    expect(isOftenMissing({ missing: missing(2), closed: 2 })).toBe(false);
    expect(isOftenMissing({ missing: missing(3), closed: 12 })).toBe(true);
    expect(isOftenMissing({ missing: missing(3), closed: 13 })).toBe(false);
  });

  test("one student is one student, and a mark in the middle is between two", () => {
    const closed = { code: "closed" as const, release: { id: idOf(1), name: "Review 5" }, missing: 1 };
    expect(newsInWords(closed)).toBe("“Review 5” has closed; 1 student did not begin it.");
    const topic = { code: "topic" as const, name: "Floods", before: shareOf(1, 4), now: shareOf(3, 4) };
    expect(newsInWords({ ...topic, returns: 2, verdict: "unclear" })).toBe(
      "Floods came back: 25% the first time, 75% now; the difference may be chance.",
    );
    expect(medianOf([0.2, 1, 0.4, 0.6])).toBe(0.5);
    expect(medianOf([])).toBeNull();
    expect(spreadInWords([0.2, 0.7, 1])).toBe("3 marks from 20 to 100%, the middle one 70%");
  });
});

const releases = [1, 2].map((n) => ({
  ...{ id: idOf(n), name: `Review ${n}`, on: `2031-02-0${n}`, given: 2, handedIn: 2, outcome: shareOf(6, 10) },
  marks: [{ studentId: idOf(11), share: 0.4 }],
}));
const topic = {
  ...{ topicId: idOf(30), name: "Meanders", band: { low: 7, high: 8 } },
  strand: { unitId: idOf(31), name: "Rivers", letter: "R", hue: 1 },
  returns: [back(4, 10, 1), back(9, 10, 2)],
  change: { ...change(0.5, 0.1, 0.8, "rise"), before: shareOf(4, 10), now: shareOf(9, 10) },
};

const showClass = (given: Partial<ClassOverTime> = {}) =>
  renderPage(
    <Routes>
      <Route path="/classes/:classId/over-time" element={<ClassOverTimePage />} />
    </Routes>,
    {
      path: `/classes/${idOf(1)}/over-time`,
      stubs: [
        answers(showRecallThen, {
          recall: [{ releaseId: idOf(2), topicId: idOf(30), band: { low: 5, high: 6 } }],
        }),
        answers(showClassOverTime, {
          ...{ classId: idOf(1), className: "8B", today: "2031-02-05", lastLesson: "2031-02-03", more: 3, releases },
          news: [
            { code: "handedIn", release: { id: idOf(2), name: "Review 2" }, handedIn: 1, outcome: shareOf(6, 10) },
          ],
          topics: [topic],
          students: [
            { studentId: idOf(11), name: "Ada Finch", missing: [], closed: 2, change: null },
            {
              ...{ studentId: idOf(12), name: "Ben Hale", closed: 4, change: change(-0.2, -0.3, -0.1, "fall") },
              missing: [1, 2, 3].map((n) => ({ id: idOf(n), name: `Review ${n}` })),
            },
          ],
          ...given,
        }),
      ],
    },
  );

test("the class's page says what is new, names each spread, and puts first who slips", async () => {
  showClass();
  expect(await screen.findByText("Since the last lesson, Monday 3 February")).toBeTruthy();
  expect(screen.getByText(/^1 student handed in “Review 2”: 60% right/)).toBeTruthy();
  expect(screen.getByText(/^The newest 2 quizzes\. 3 older ones/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Review 1, 1 Feb: 1 mark, 40%" })).toBeTruthy();
  expect(screen.getByText("40% then 90%; the rise is more than chance")).toBeTruthy();
  expect(screen.getByText("Slipping beside the class, by more than chance: Ben Hale.", { exact: false })).toBeTruthy();
  expect(screen.getByText("Often missing: Ben Hale.", { exact: false })).toBeTruthy();
  const [first] = within(screen.getByRole("list", { name: "Students" })).getAllByRole("listitem");
  expect(
    within(first as HTMLElement)
      .getByRole("link", { name: "Ben Hale" })
      .getAttribute("href"),
  ).toBe(`/classes/${idOf(1)}/students/${idOf(12)}`);
});

test("each return says what recall was on its morning, where that is known", async () => {
  showClass();
  const name = "1 Feb: 40% right; 2 Feb: 90% right; recall that morning about 5 to 6 in 10";
  expect(await screen.findByRole("img", { name })).toBeTruthy();
});

test("a class without a quiz is told what fills the page", async () => {
  showClass({ releases: [], topics: [], students: [], more: 0, news: [{ code: "nothing", newest: null }] });
  expect(await screen.findByText(/fills with its first quiz/)).toBeTruthy();
});

const student: StudentOverTime = {
  today: "2031-02-05",
  ...{ classId: idOf(1), className: "8B", studentId: idOf(11), name: "Ada Finch" },
  before: null,
  after: { id: idOf(12), name: "Ben Hale" },
  note: { text: "Sits in front.", by: "Mara Okafor", at: "2031-02-04T10:00:00Z", version: 2 },
  releases: [
    {
      ...{ id: idOf(1), name: "Check 1", on: "2031-02-01", state: "marked", points: 7, outOf: 10 },
      ...{ waitingPoints: 2, weight: 1 },
      between: { first: 0.4, last: 0.8, goes: 3, by: "ability", verdict: "rise" },
    },
    {
      ...{ id: idOf(2), name: "Review 2", on: "2031-02-02", state: "absent", points: null, outOf: null },
      ...{ waitingPoints: 0, weight: 0, between: null },
    },
  ],
  ...{ more: 0, mark: 0.7, counted: 1, change: null },
  topics: [{ ...topic, share: shareOf(3, 4) }].map(({ returns: _, change: __, ...one }) => one),
  next: [{ topicId: idOf(30), name: "Meanders", band: { low: 4, high: 5 } }],
  standards: [
    {
      ...{ standardId: idOf(40), code: "G8.1", statement: "Explain how rivers erode", secureLine: 0.7 },
      ...{ right: 2, given: 4, label: "uncertain", toSecure: 5 },
    },
  ],
  ideas: [{ name: "Rivers flow uphill", shown: 2, chances: 3 }],
  words: [{ text: "It was <b>long</b>", at: "2031-02-03T10:00:00Z", itemId: idOf(50), stem: "Where?" }],
};

const showOne = (stubs: readonly Stub[] = [], now: () => StudentOverTime = () => student) =>
  renderPage(
    <Routes>
      <Route path="/classes/:classId/students/:studentId" element={<StudentOverTimePage />} />
    </Routes>,
    {
      path: `/classes/${idOf(1)}/students/${idOf(11)}`,
      stubs: [...stubs, answers(showStudentOverTime, () => now())],
    },
  );

test("the student's page: what to do next, what is missing, what would secure a standard, and the words as text", async () => {
  const { container } = showOne();
  expect(await screen.findByText(/^Meanders: recall/)).toBeTruthy();
  expect(screen.getAllByRole("link", { name: "Review 2" })).toHaveLength(2);
  expect(screen.getByText("7 of 10, 70%, 2 not marked yet")).toBeTruthy();
  expect(screen.getByText("2 of 4; secure with 5 more right")).toBeTruthy();
  expect(screen.getByText(/in 2 of 3 answers that could show it/)).toBeTruthy();
  expect(container.querySelector("b")).toBeNull();
  expect(screen.getByRole("link", { name: "Next student" }).getAttribute("title")).toBe("Ben Hale");
  expect(screen.queryByRole("link", { name: "Previous student" })).toBeNull();
});

test("the note is saved with the version that is known; and when a colleague was faster, mine is still there", async () => {
  let now = student;
  const { user, asked } = showOne(
    [refuses(setStudentNote, { code: "noteChanged", terms: { by: "Ivo" } }, 412)],
    () => now,
  );
  const field = await screen.findByRole("textbox", { name: "Note" });
  const save = screen.getByRole("button", { name: "Save the note" });
  expect(save.hasAttribute("disabled")).toBe(true);
  await user.clear(field);
  await user.type(field, "Left-handed.");
  now = { ...student, note: { ...student.note, text: "Sits at the back.", version: 3 } };
  await user.click(save);
  expect(await screen.findByText(/Ivo has changed this note meanwhile/)).toBeTruthy();
  expect(await screen.findByText("It now reads: “Sits at the back.”")).toBeTruthy();
  expect((field as HTMLTextAreaElement).value).toBe("Left-handed.");
  expect(save.hasAttribute("disabled")).toBe(true);
  await user.click(screen.getByRole("button", { name: "Replace it with mine" }));
  await user.click(save);
  const bodies = asked.filter(({ method }) => method === "put").map(({ body }) => body);
  expect(bodies).toEqual([
    { text: "Left-handed.", version: 2 },
    { text: "Left-handed.", version: 3 },
  ]);
});

describe("the report for a family", () => {
  const topics = [9, 8, 7, 6, 5, 3].map((low) => ({
    ...{ topicId: idOf(60 + low), name: `Topic ${low}`, strand: topic.strand, share: shareOf(3, 4) },
    band: { low, high: low + 1 },
  }));
  const standards = (["secure", "uncertain", "notYet", "tooEarly", "noEvidence"] as const).map((label, i) => ({
    ...{ standardId: idOf(70 + i), code: `G${i}`, statement: `Can do ${label}`, secureLine: 0.7, right: 1, given: 2 },
    ...{ label, toSecure: 3 },
  }));

  test("each topic and standard stands in one group, in words alone", () => {
    const report = reportOf({ ...student, topics, standards });
    expect([report.well, report.fairly, report.little]).toEqual([
      ["Topic 9", "Topic 8"],
      ["Topic 7", "Topic 6"],
      ["Topic 5", "Topic 3"],
    ]);
    expect([report.secure, report.onTheWay, report.notYet, report.tooEarly]).toEqual([
      ["Can do secure"],
      ["Can do uncertain"],
      ["Can do notYet"],
      2,
    ]);
    expect([report.taken, report.given, report.missing]).toEqual([1, 2, ["Review 2"]]);
  });

  test("no mark, share or rank is on it, nor the note for staff; the teacher's words are printed, and sent nowhere", async () => {
    const { user, asked } = renderPage(
      <Routes>
        <Route path="/classes/:classId/students/:studentId/report" element={<FamilyReportPage />} />
      </Routes>,
      {
        path: `/classes/${idOf(1)}/students/${idOf(11)}/report`,
        stubs: [answers(showStudentOverTime, { ...student, topics, standards })],
      },
    );
    const report = await screen.findByRole("article", { name: "Report about Ada Finch" });
    await user.type(screen.getByRole("textbox"), "She asks good <b>questions</b>.");
    expect(report.textContent).toContain("She asks good <b>questions</b>.");
    expect(report.textContent).toContain("Ada Finch took 1 of 2 so far. Not taken: Review 2.");
    expect(report.textContent).toContain("8B, Wed 5 Feb 2031".replace("Wed 5", "Wed, 5"));
    expect(report.textContent).not.toMatch(/%|7 of 10|Sits in front/);
    expect(asked.every(({ method }) => method === "get")).toBe(true);
  });
});

test("between goes: the same questions and others have sentences of their own, and no verdict says more than it may", () => {
  const say = (by: "sameQuestions" | "ability", verdict: "rise" | "fall" | "unclear") =>
    betweenGoesInWords({ first: 0.4, last: 0.8, goes: 3, by, verdict });
  expect(say("sameQuestions", "rise")).toBe(
    "Of 3 goes: 40% right in the first, 80% in the last, on the same questions; the rise is more than chance",
  );
  expect(say("ability", "rise")).toMatch(/on other questions; for how hard these are, a rise by more than chance$/);
  expect(say("ability", "fall")).toMatch(/a fall by more than chance$/);
  expect(say("ability", "unclear")).toMatch(/the difference may be chance$/);
});
