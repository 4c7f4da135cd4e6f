import type { Result } from "@verdant/contract/endpoint";
import type { listMyPaths } from "@verdant/contract/paths";
import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { MyPaths } from "./MyPaths.tsx";

type MyPath = Result<typeof listMyPaths>["paths"][number];
const step = (id: string, kind: "practice" | "task" | "check", state: "done" | "open" | "shut", more = {}) => ({
  ...{ id, kind, name: `Step ${id}`, state, percent: null, by: "best" as const, dueOn: null, releaseId: null },
  ...{ releaseName: null, standards: [], reachedPercent: null },
  ...more,
});
const path = (steps: MyPath["steps"]): MyPath => ({
  id: "p",
  name: "Rivers",
  className: "8B",
  steps,
  nextStepId: steps.find(({ state }) => state !== "done")?.id ?? null,
});
const show = (steps: MyPath["steps"]) => renderPage(<MyPaths paths={[path(steps)]} />);

test("one door is lit: what is asked there, what counts, and what it opens", () => {
  show([
    step("a", "practice", "done", { reachedPercent: 80 }),
    step("b", "task", "open", { dueOn: "2031-02-11" }),
    step("c", "check", "shut"),
  ]);
  expect(screen.getByText("1 of 3 steps done")).toBeTruthy();
  expect(screen.getByText("Step b").getAttribute("aria-current")).toBe("step");
  expect(screen.getByText("done · 80% so far")).toBeTruthy();
  expect(screen.getByText("open · by 11 Feb")).toBeTruthy();
  expect(screen.getByText("Show it to your teacher, who ticks it off.")).toBeTruthy();
  expect(screen.getByText("Then “Step c” opens.")).toBeTruthy();
  expect(screen.getByText("opens when all before it is done")).toBeTruthy();
});

test("a check says in the wording for students what they will show, and from when it counts", () => {
  show([
    step("c", "check", "open", {
      ...{ percent: 70, by: "mark", releaseId: "r", releaseName: "Check 1" },
      standards: ["You can show that you know how a bend is cut off."],
    }),
  ]);
  expect(screen.getByText("You can show that you know how a bend is cut off.")).toBeTruthy();
  expect(screen.getByText("The quiz is “Check 1”: done from 70% on, by the mark that counts.")).toBeTruthy();
});

test("a quiz that is not chosen yet, and a whole path done, are said", () => {
  show([step("a", "practice", "open")]);
  expect(screen.getByText("Your teacher has not chosen the quiz yet.")).toBeTruthy();
  show([step("a", "practice", "done")]);
  expect(screen.getByText("You have done the whole path.")).toBeTruthy();
});
