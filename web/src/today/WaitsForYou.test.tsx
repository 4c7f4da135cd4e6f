import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { waitInWords, WaitsForYou } from "./WaitsForYou.tsx";

test("how many wait, since when, and the way to them: a path leads to its board, a quiz to its results", () => {
  const one = { kind: "path" as const, id: "p", className: "9C", name: "At your own pace", students: 2, since: null };
  renderPage(
    <WaitsForYou
      waiting={[
        one,
        { ...one, kind: "release", id: "r", name: "Check", students: 1, since: "2031-02-04T10:12:00.000Z" },
      ]}
    />,
  );
  const rows = within(screen.getByRole("list", { name: "Students wait for you" })).getAllByRole("listitem");
  expect(rows[0]?.textContent).toContain("At your own pace, 9C2 students wait");
  expect(rows[1]?.textContent).toMatch(/1 student waits, since Tue,? 4 Feb/);
  expect(screen.getByRole("link", { name: "See who waits: At your own pace" }).getAttribute("href")).toBe("/paths/p");
  expect(screen.getByRole("link", { name: "See who waits: Check" }).getAttribute("href")).toBe("/results/r");
});

test("where nobody waits nothing is said", () => {
  renderPage(<WaitsForYou waiting={[]} />);
  expect(screen.queryByRole("heading")).toBeNull();
  expect(waitInWords({ students: 3, since: null })).toBe("3 students wait");
});
