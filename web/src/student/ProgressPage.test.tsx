import { showOwnProgress, type OwnProgress } from "@verdant/contract/ownProgress";
import { screen, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { standardInWords, topicInWords } from "./ownProgressInWords.ts";
import { ProgressPage } from "./ProgressPage.tsx";

const band = { low: 4, high: 5 };
const topic = { name: "Floods", right: 2.5, answers: 4, band, waits: false };
const standard = {
  wording: "I can read a climate graph",
  right: 3,
  answers: 4,
  label: "uncertain" as const,
  toSecure: 2,
};
const inClass = (more: Partial<OwnProgress["classes"][number]> = {}): OwnProgress["classes"][number] => ({
  ...{ className: "8B", next: [{ name: "Floods", band }], topics: [topic], standards: [standard] },
  ...more,
});
const page = (shown: OwnProgress) => renderPage(<ProgressPage />, { stubs: [answers(showOwnProgress, shown)] });

describe("a student's own topics", () => {
  test("say what to look at again, what is remembered, and what can be done, in plain words", async () => {
    page({ classes: [inClass()], waiting: 0 });
    const next = await screen.findByRole("region", { name: "Worth another look" });
    expect(next.textContent).toContain("Floods: today you would get about 4 to 5 in 10");
    const remembered = screen.getByRole("region", { name: "What you remember" });
    expect(remembered.textContent).toContain("today you would get about 4 to 5 in 10; 2.5 of 4 right so far");
    const can = screen.getByRole("region", { name: "What you can do" });
    expect(within(can).getByText("You are getting there")).toBeTruthy();
    expect(can.textContent).toContain("3 of 4 right; 2 more right answers would settle it");
    // No class is named where there is one only, and nothing waits.
    expect(document.body.textContent).not.toContain("8B");
    expect(document.body.textContent).not.toContain("not counted here");
  });

  test("say what is not in them yet, and for how many quizzes", async () => {
    page({ classes: [inClass({ topics: [{ ...topic, band: null, waits: true }], next: [] })], waiting: 1 });
    expect(await screen.findByText(/^1 quiz you handed in is not counted here/)).toBeTruthy();
    expect(screen.getByText("2.5 of 4 right so far; your newest answers are not shown yet")).toBeTruthy();
    expect(screen.queryByRole("region", { name: "Worth another look" })).toBeNull();
  });

  test("of two classes name both; of none say so", async () => {
    const { unmount } = page({ classes: [inClass(), inClass({ className: "8M", standards: [] })], waiting: 0 });
    expect(await screen.findByRole("heading", { name: "8B" })).toBeTruthy();
    expect(screen.getByRole("heading", { name: "8M" })).toBeTruthy();
    unmount();
    page({ classes: [], waiting: 0 });
    expect(await screen.findByText("You are in no class at the moment.")).toBeTruthy();
  });

  test("promise nothing where nothing is known", () => {
    expect(topicInWords({ ...topic, answers: 0, band: null })).toBe("no answers of yours yet");
    expect(topicInWords({ ...topic, band: null })).toBe("2.5 of 4 right so far");
    expect(standardInWords({ ...standard, toSecure: null })).toBe("3 of 4 right");
    expect(standardInWords({ ...standard, label: "secure", toSecure: 0 })).toBe("3 of 4 right");
    expect(standardInWords({ ...standard, toSecure: 1 })).toBe("3 of 4 right; 1 more right answer would settle it");
  });
});
