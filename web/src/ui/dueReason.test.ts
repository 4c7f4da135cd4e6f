import type { DueTopic } from "@verdant/contract/plan";
import { describe, expect, test } from "vitest";
import { reasonFor } from "./dueReason.ts";

const today = "2031-02-05";
const topic: DueTopic = {
  topicId: "t",
  name: "Meanders",
  strand: { unitId: "u", name: "Rivers", letter: "R", hue: 0 },
  standing: "fresh",
  band: { low: 8, high: 9 },
  calendarBand: { low: 8, high: 9 },
  need: 0.15,
  taughtOn: "2031-01-15",
  lastOn: "2031-01-15",
  dueOn: "2031-02-20",
  neglected: false,
  basis: "calendar",
  why: null,
  plannedOn: null,
  importance: 1,
  answers: 0,
  available: 4,
  lastReturn: null,
};
const said = (change: Partial<DueTopic>) => reasonFor({ ...topic, ...change }, today);

describe("the sentence of a topic", () => {
  test("names what its estimate rests on", () => {
    expect(said({})).toContain("(from the calendar only)");
    expect(said({ basis: "class" })).toContain("(from the calendar and how this class remembers)");
    expect(said({ basis: "answers", answers: 1 })).toContain("(from 1 answer)");
    expect(said({ basis: "answers", answers: 28 })).toContain("(from 28 answers)");
  });

  test("says why it is due where the estimate alone does not, and then names no other day", () => {
    const due = { standing: "due" as const, dueOn: today };
    expect(said({ ...due, why: "recall" })).toMatch(/\)$/);
    expect(said({ ...due, why: "longAgo" })).toContain("not come back for six weeks");
    expect(said({ ...due, why: "notSince" })).toContain("not come back since it was taught, three weeks ago or more");
    expect(said({ ...due, why: "planned" })).toContain("a return was planned");
    expect(said({ ...due, why: "always" })).toContain("in every review");
    for (const why of ["recall", "longAgo", "notSince", "planned", "always"] as const)
      expect(said({ ...due, why })).not.toMatch(/due (today|tomorrow|in \d)/);
  });

  test("of what is not due says when it will be", () => {
    expect(said({})).toMatch(/; due in 15 days$/);
    expect(said({ standing: "justTaught", dueOn: "2031-02-10" })).toBe("taught this week; due in 5 days");
    expect(said({ standing: "leftOut", dueOn: null })).toMatch(/^left out of this class's reviews/);
    expect(said({ standing: "notTaught", taughtOn: null, dueOn: null, band: null })).toBe("not planned yet");
  });
});
