import type { Quiz } from "@verdant/contract/assembly";
import { presets, type Rules } from "@verdant/core/delivery/rules";
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { isClosingWhole } from "./WholeWords.tsx";
import { NoticeForm } from "./NoticeForm.tsx";

function Form({ start, at }: { start: Rules; at: (rules: Rules) => void }) {
  const [rules, setRules] = useState(start);
  return (
    <NoticeForm
      quiz={{ questions: 8, expected: { low: 4, high: 6, outOf: 8 } } as Quiz}
      rules={rules}
      onChange={(next) => {
        setRules(next);
        at(next);
      }}
    />
  );
}

function notice(start: Rules) {
  let rules = start;
  const page = renderPage(
    <Form
      start={start}
      at={(next) => {
        rules = next;
      }}
    />,
  );
  const word = (label: string) => screen.queryByRole("button", { name: new RegExp(`^${label}: `) });
  const choose = async (label: string, choice: string) => {
    await page.user.click(screen.getByRole("button", { name: new RegExp(`^${label}: `) }));
    await page.user.click(within(await screen.findByRole("menu")).getByRole("menuitem", { name: choice }));
    await expect.poll(() => screen.queryByRole("menu")).toBeNull();
  };
  return { ...page, rules: () => rules, word, choose, says: () => page.container.textContent };
}

describe("the notice", () => {
  test.each(Object.entries(presets))("says the rules of %s as a whole", (_, rules) => {
    const { says } = notice(rules);
    expect(says()).toContain("This is");
    expect(says()).toContain("of 8 questions");
    expect(says()).not.toMatch(/\{\{|undefined|null/);
  });

  test("a rule that cannot matter does not stand in it", async () => {
    const { word, choose, rules } = notice({ ...presets.weeklyReview, goes: 1 });
    expect([word("Wait between goes"), word("Which go counts"), word("When goes end")]).toEqual([null, null, null]);
    await choose("Goes", "three goes");
    await choose("When goes end", "until they reach 70%");
    expect(rules().stopAt).toBe(70);
    expect(word("Wait between goes")).not.toBeNull();
    expect(word("Which go counts")).not.toBeNull();
  });

  test("what the whole counts says both numbers; sentences for the end have each a line of their own", async () => {
    const { choose, rules, says, user } = notice(presets.check);
    await choose("What the whole counts", "out of 20");
    expect(rules().outOf).toBe(20);
    expect(says()).toContain(
      "Its questions have 8 points; the whole counts out of 20: all but one point is 17.5 of 20",
    );
    await choose("What they read at the end", "a sentence of yours, by how much they reached");
    expect(isClosingWhole(rules().closing)).toBe(false);
    await user.type(screen.getByRole("textbox", { name: "Sentence 1" }), "Secure.");
    await user.click(screen.getByRole("button", { name: "Remove sentence 3" }));
    await user.type(screen.getByRole("textbox", { name: "Sentence 2" }), "Nearly.");
    await choose("Line of sentence 2", "55%");
    expect(rules().closing).toEqual([
      { from: 80, text: "Secure." },
      { from: 55, text: "Nearly." },
    ]);
    expect(isClosingWhole(rules().closing)).toBe(true);
    await user.click(screen.getByRole("button", { name: "Line of sentence 1: 80%" }));
    expect(within(await screen.findByRole("menu")).queryByRole("menuitem", { name: "55%" })).toBeNull();
  });

  test("where nothing is shown afterwards there is no sentence for the end", () => {
    expect(notice(presets.preTest).word("What they read at the end")).toBeNull();
  });

  test("each word is the rule: what is chosen is what students will get", async () => {
    const { rules, choose } = notice(presets.weeklyReview);
    await choose("Goes", "two goes");
    await choose("Wait between goes", "on different days");
    await choose("Which go counts", "the mean of all");
    await choose("Time limit", "in 20 minutes");
    await choose("Pages", "one at a time, without going back");
    expect(rules()).toMatchObject({
      goes: 2,
      waitHours: 24,
      counts: "mean",
      timeLimitMinutes: 20,
      paging: "forwardOnly",
    });
    await choose("Time limit", "without a time limit");
    await choose("Goes", "as many goes as they like");
    expect(rules()).toMatchObject({ goes: null, timeLimitMinutes: null });
  });

  test("going only forward is said once more, and a pre-test says that it changes no plan", async () => {
    const { choose, says } = notice(presets.weeklyReview);
    expect(says()).not.toContain("Nobody can go back");
    await choose("Pages", "one at a time, without going back");
    expect(says()).toContain("Nobody can go back to an earlier question.");
    await choose("Preset", "a pre-test");
    expect(says()).toContain("Its answers change no plan");
  });

  test("another preset takes the place of all rules", async () => {
    const { rules, choose } = notice({ ...presets.weeklyReview, timeLimitMinutes: 5, goes: 3 });
    await choose("Preset", "a test");
    expect(rules()).toEqual(presets.test);
  });
});
