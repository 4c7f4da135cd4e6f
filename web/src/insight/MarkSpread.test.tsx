import type { Results, StudentResult } from "@verdant/contract/insight";
import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { MarkSpread } from "./MarkSpread.tsx";

const student = (n: number, mark: number | null, goes = 1): StudentResult => ({
  ...{ studentId: `s${n}`, name: `Student ${n}`, className: "9C", state: "handedIn", leftOn: null, mark, outOf: 10 },
  goes: Array.from({ length: goes }, (_, i) => ({
    ...{ ordinal: i + 1, points: 1, outOf: 10, handedInAt: "2031-02-05T09:30:00Z", waitingPoints: 0, late: 0 },
  })),
  marks: [],
});
const show = (perStudent: StudentResult[]) =>
  renderPage(<MarkSpread results={{ perStudent, counts: "best", reliability: null } as unknown as Results} />)
    .container;

test("a dot for each mark, none for who has none, and the words say the spread", () => {
  const container = show([student(1, 2), student(2, 10), student(3, null)]);
  expect(container.querySelectorAll("circle")).toHaveLength(2);
  expect(screen.getByText("2 marks from 20 to 100%, the middle one 60%")).toBeTruthy();
});

test("with several goes it says which counts; two hundred students fit; without marks there is nothing", () => {
  const container = show(Array.from({ length: 200 }, (_, n) => student(n, 5, 2)));
  expect(screen.getByText(/\(the best go counts\)$/)).toBeTruthy();
  const [, , , height] = container.querySelector("svg")?.getAttribute("viewBox")?.split(" ") ?? [];
  expect(Number(height)).toBeLessThan(200);
  expect(show([student(1, null)]).querySelector("svg")).toBeNull();
});
