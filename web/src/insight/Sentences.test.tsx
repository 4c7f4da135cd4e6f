import type { ItemResult, Results } from "@verdant/contract/insight";
import { screen } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { Sentences } from "./Sentences.tsx";

const share = (right: number, outOf: number, low: number | null = null, high: number | null = null) => ({
  ...{ right, outOf, low, high },
});
const item = (position: number, change: Partial<ItemResult> = {}): ItemResult => ({
  ...{ itemId: `i${position}`, position, number: position, kind: "oneRightAnswer", stem: "Which?", topicId: null },
  ...{ topic: "Floods", strand: null, stimulusId: null, facility: share(3, 10, 0.1, 0.55), discrimination: null },
  ...{
    choices: [],
    notes: [],
    waiting: 0,
    notReached: 0,
    reasons: [],
    ruling: null,
    second: null,
    time: null,
    revisionId: "r",
  },
  ...change,
});
const strand = { unitId: "u", name: "Rivers", letter: "R", hue: 0 };
const results = (change: Partial<Results>): Results => ({
  ...{ releaseId: "r", name: "Mixed review", classId: "c", className: "9C", classes: [], yearId: "y", years: [] },
  ...{ isOtherYear: false, go: "first", counts: "best", releasedAt: "2026-11-20T09:00:00.000Z" },
  ...{ students: 10, begun: 10, handedIn: 10, items: [], stimuli: [], perStudent: [], waiting: [] },
  ...{ plan: [], planNews: "waits", reliability: null, goes: null },
  ...(change as Results),
});
const say = (change: Partial<Results>) => renderPage(<Sentences results={results(change)} />).container.textContent;
const choice = (text: string, count: number, more: object = {}) => ({
  ...{
    id: text,
    text,
    isKey: false,
    count,
    share: share(count, 10),
    misconception: null,
    by: [],
    thirds: null,
    notes: [],
  },
  ...more,
});

describe("the three sentences over the results", () => {
  test("the first item that has answers, and none to mark, is the weakest; badly only when its whole interval is", () => {
    expect(say({ items: [item(4), item(1)] })).toContain("Question 4 went badly.");
    expect(say({ items: [item(2, { facility: share(7, 10, 0.4, 0.9) })] })).toContain("Question 2 was the weakest.");
    expect(say({ items: [item(3, { waiting: 2 }), item(5)] })).toContain("Question 5");
  });

  test("the figures are the row's own", () => {
    const said = say({ items: [item(4, { facility: share(3.25, 10), choices: [choice("A cave", 5)] })] });
    expect(said).toContain("3.3 of 10 right; 5 chose “A cave”.");
  });

  test("the wrong idea behind the answer chosen most is named, and a key chosen most is none", () => {
    const wrong = choice("Uphill", 4, { misconception: "water can run uphill" });
    const said = say({
      items: [item(4, { choices: [choice("Downhill", 6, { isKey: true }), wrong, choice("Up", 1)] })],
    });
    expect(said).toContain("; 4 may believe: “water can run uphill”");
    expect(say({ items: [item(1, { choices: [choice("", 3, { id: null })] })] })).toContain("3 left it blank");
  });

  test("nothing is said to have gone badly while it waits for its mark", () => {
    const said = say({ items: [item(1, { waiting: 2 }), item(2, { waiting: 1, facility: share(0, 0) })] });
    expect(said).toContain("3 answers to mark.");
    expect(said).not.toContain("went badly.");
    expect(screen.getByRole("link", { name: "Mark 3 answers" }).getAttribute("href")).toBe("/results/r/marking");
  });

  test("without answers it says when they come", () => {
    expect(say({})).toContain("No answers yet.");
  });

  test("handed in without an answer is not called not handed in", () => {
    expect(say({ handedIn: 3 })).toContain("3 students handed in without an answer.");
  });

  test("who has not handed in is counted once, and who is in progress among them", () => {
    const waiting = (state: "notBegun" | "running", i: number) => ({ studentId: `s${i}`, name: `S ${i}`, state });
    expect(say({ waiting: [waiting("notBegun", 1)] })).toContain("1 student has not handed in.");
    const said = say({ waiting: [waiting("notBegun", 1), waiting("running", 2)] });
    expect(said).toContain("2 students have not handed in.");
    expect(said).toContain("1 of them is in progress now.");
    expect(say({})).toContain("Everybody has handed in.");
  });

  test("what the plan makes of it: the day it is next due, and how much that moved", () => {
    const topic = (name: string, change: object) => ({
      ...{ topicId: name, topic: name, strand, dueOn: "2026-12-10", dueOnBefore: "2026-12-04", plannedOn: null },
      ...change,
    });
    const said = say({
      planNews: "updates",
      plan: [
        topic("Floods", {}),
        topic("Spits", { dueOn: "2026-12-03", dueOnBefore: "2026-12-04" }),
        topic("Fronts", { plannedOn: "2026-12-10" }),
        topic("Deltas", { dueOnBefore: "2026-12-10" }),
      ],
    });
    expect(said).toContain("4 topics reviewed; the plan updates.");
    expect(said).toContain("Floods next 10 Dec (6 days later), Spits next 3 Dec (1 day earlier)");
    expect(said).toContain("Fronts next 10 Dec (planned), Deltas next 10 Dec.");
  });

  test("why the plan stays as it is, where answers do not change it", () => {
    expect(say({})).toContain("The plan waits for answers.When students hand in, the plan updates.");
    for (const [planNews, why] of [
      ["noUnit", "None of its topics is in a unit of 9C."],
      ["byRule", "It was answered before the teaching, so its answers change no plan."],
      ["rehearsal", "9C is for rehearsal: nothing of it counts anywhere else."],
    ] as const)
      expect(say({ planNews })).toContain(`The plan stays as it is.${why}`);
  });
});
