import type { Results } from "@verdant/contract/insight";
import { screen } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { GoingAgain, goingAgainInWords } from "./GoingAgain.tsx";
import { reliabilityInWords } from "./reliabilityInWords.ts";

type Goes = NonNullable<Results["goes"]>;
const change = { difference: 0.2, low: 0.08, high: 0.32, verdict: "rise" as const };
const goes = (more: Partial<Goes> = {}): Goes => ({
  ...{ students: 14, before: 0.5, after: 0.7, change, gain: 0.4 },
  each: [
    { students: 27, share: 0.62 },
    { students: 14, share: 0.66 },
    { students: 3, share: 0.71 },
  ],
  ...more,
});

describe("going again", () => {
  test("a rise is said with its interval, what was made up, and that those students are not just anybody", () => {
    expect(goingAgainInWords(goes())).toBe(
      "14 students went again: 50% in their first go, 70% in their last. The rise is more than chance: 8 to 32 points. Of what was missing they made up 40%. Who went again may have been unlucky the first time, so a part of it can be that.",
    );
  });

  test("what can be chance, a fall, and too few are said so", () => {
    const unclear = { ...change, low: -0.05, verdict: "unclear" as const };
    expect(goingAgainInWords(goes({ change: unclear }))).toMatch(/That can be chance: .* between -5 and 32 points\.$/);
    expect(
      goingAgainInWords(goes({ change: { ...change, low: -0.3, high: -0.1, verdict: "fall" }, gain: -0.4 })),
    ).toMatch(/The fall is more than chance: -30 to -10 points\.$/);
    expect(goingAgainInWords(goes({ students: 1, change: null }))).toBe(
      "1 student went again: 50% in the first go, 70% in the last. Too few to say whether that is more than chance.",
    );
    expect(goingAgainInWords(goes({ gain: null }))).not.toContain("made up");
  });

  test("the picture has its words: each go, by whom it was taken", () => {
    const { container } = renderPage(<GoingAgain goes={goes()} />);
    expect(screen.getByText(/go 1 62% \(27\), go 2 66% \(14\), go 3 71% \(3\)/)).toBeTruthy();
    expect(container.querySelector("svg")?.textContent).toBe("50%first go70%last go");
  });
});

describe("how far marks tell students apart", () => {
  const same = { by: "sameQuestions" as const, students: 27, questions: 12, outOf: 12, deviation: 2.4 };

  test("the part that is more than chance with its interval, and how far a mark lies from the usual one", () => {
    expect(reliabilityInWords({ ...same, alpha: 0.664, low: 0.44, high: 0.81, error: 1.39 })).toBe(
      "Of what differs between these marks about 66% (44 to 81%) is more than chance. Two marks of three lie within 1.4 of 12 points of what the student would usually get.",
    );
  });

  test("where it may be nothing, nothing is claimed", () => {
    expect(reliabilityInWords({ ...same, alpha: 0.2, low: -0.4, high: 0.6, error: 2.1 })).toMatch(
      /^These marks do not tell students apart by more than chance: read them question by question\. Two marks/,
    );
    expect(reliabilityInWords({ ...same, alpha: -0.3, low: -0.9, high: 0.1, error: 2.4 })).not.toContain("-");
  });

  test("of different questions it is said so", () => {
    expect(reliabilityInWords({ by: "ability", students: 27, share: 0.63 })).toBe(
      "Of what differs between the 27 students about 63% is more than chance; they had different questions.",
    );
  });
});
