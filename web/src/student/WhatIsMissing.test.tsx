import type { Missing } from "@verdant/contract/beforeGo";
import { describe, expect, test } from "vitest";
import { screen } from "@testing-library/react";
import { renderPage } from "../platform/testing/pages.tsx";
import { messageInWords, News } from "./News.tsx";
import { neededInWords } from "../ui/neededInWords.ts";
import { missingInWords } from "./WhatIsMissing.tsx";

describe("what a student reads", () => {
  test.each<[Missing, RegExp]>([
    [{ code: "notOpenYet", from: "2031-02-06T09:00:00Z" }, /^It opens .*6 Feb.*\.$/],
    [{ code: "quizClosed" }, /^It is closed\.$/],
    [{ code: "noMoreGoes", count: 2 }, /^You have had all your goes\.$/],
    [{ code: "waitBeforeGo", until: "2031-02-06T09:00:00Z" }, /^The next go is open from /],
    [{ code: "gateShut", percent: 70, reached: 69, name: "Rivers" }, /70% in “Rivers”\. You are at 69%\.$/],
    [{ code: "gateShut", percent: 70, reached: null, name: "Rivers" }, /You have not done that yet\.$/],
    [{ code: "lineReached", percent: 70 }, /^You have reached 70%: no other go is needed\.$/],
    [{ code: "reflectionMissing" }, /^Look back at your last go/],
    [{ code: "goAheadMissing" }, /^Your teacher gives the go-ahead\.$/],
  ])("of %j", (missing, words) => {
    expect(missingInWords(missing)).toMatch(words);
    expect(missingInWords(missing)).not.toMatch(/\{\{|undefined|null/);
  });

  test("what another go will need is said beforehand", () => {
    expect(neededInWords({ fromGo: 2, goAhead: true, reflects: true })).toBe(
      "Another go needs a few answers about how it went and your teacher’s go-ahead.",
    );
    expect(neededInWords({ fromGo: 1, goAhead: true, reflects: false })).toBe(
      "Every go needs your teacher’s go-ahead.",
    );
  });

  test("a word of the teacher's is text, and each is put away by itself", async () => {
    const at = "2031-02-05T09:30:00Z";
    const messages = [
      { id: "b", text: "Read <b>east</b> for west.", at },
      { id: "a", text: null, at },
    ];
    const { user, container } = renderPage(<News messages={messages} endsAt={null} />);
    expect(container.querySelector("b")).toBeNull();
    expect(screen.getByText("Read <b>east</b> for west.")).toBeDefined();
    expect(screen.getByText("The times were changed. It no longer ends by itself.")).toBeDefined();
    await user.click(screen.getAllByRole("button", { name: "I have read it" })[0] as HTMLElement);
    expect(screen.queryByText(/east/)).toBeNull();
    expect(screen.getByText(/^The times were changed/)).toBeDefined();
    expect(messageInWords({ id: "a", text: null, at }, "2031-02-05T10:00:00Z")).toMatch(
      /^The times were changed\. It now ends /,
    );
  });
});
