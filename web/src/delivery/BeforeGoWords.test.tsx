import { showReflectionForm } from "@verdant/contract/beforeGo";
import { gateExample } from "@verdant/core/delivery/beforeGo";
import { presets, type Rules } from "@verdant/core/delivery/rules";
import { screen, within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, test } from "vitest";
import { answers, renderPage } from "../platform/testing/pages.tsx";
import { BeforeGoWords } from "./BeforeGoWords.tsx";
import { exampleInWords } from "./GateField.tsx";

const form = [{ id: "a", text: "What will you do first?", choices: null }];

function words(start: Partial<Rules>) {
  let rules: Rules = { ...presets.check, ...start };
  function Form() {
    const [shown, setRules] = useState(rules);
    return (
      <BeforeGoWords
        rules={shown}
        set={(change) => {
          rules = { ...rules, ...change };
          setRules(rules);
        }}
      />
    );
  }
  const page = renderPage(<Form />, { stubs: [answers(showReflectionForm, { questions: form })] });
  const choose = async (label: string, choice: string) => {
    await page.user.click(screen.getByRole("button", { name: new RegExp(`^${label}: `) }));
    await page.user.click(within(await screen.findByRole("menu")).getByRole("menuitem", { name: choice }));
    await expect.poll(() => screen.queryByRole("menu")).toBeNull();
  };
  return { ...page, rules: () => rules, choose, says: () => page.container.textContent };
}

describe("what opens a go", () => {
  test("a rule that cannot matter does not stand there; what is asked for is the rule", async () => {
    const { says, choose, rules } = words({});
    expect(says()).toContain("Before a go they need nothing more.");
    await choose("Needed before a go", "your go-ahead");
    expect(says()).toContain("Before every go but the first they need your go-ahead.");
    expect(rules().before).toEqual({ fromGo: 2, goAhead: true, reflection: null });
    await choose("Before which go", "every go");
    expect(rules().before?.fromGo).toBe(1);
    await choose("Needed before a go", "nothing more");
    expect(rules().before).toBeNull();
  });

  test("of a single go there is nothing to look back at", async () => {
    const { says, choose, user, rules } = words({ goes: 1 });
    expect(says()).toContain("Before it they need nothing more.");
    await user.click(screen.getByRole("button", { name: /^Needed before a go/ }));
    expect(
      within(await screen.findByRole("menu"))
        .getAllByRole("menuitem")
        .map((one) => one.textContent),
    ).toEqual(["nothing more", "your go-ahead"]);
    await user.keyboard("{Escape}");
    await expect.poll(() => screen.queryByRole("menu")).toBeNull();
    await choose("Needed before a go", "your go-ahead");
    expect(rules().before?.fromGo).toBe(1);
  });

  test("looking back begins with the department's questions, and each half-made question says what it lacks", async () => {
    const { choose, rules, user } = words({});
    await choose("Needed before a go", "to look back");
    await expect.poll(() => rules().before?.reflection).toEqual(form);
    await user.click(await screen.findByRole("button", { name: "Add a question" }));
    expect(screen.getByText("Write the question.")).toBeDefined();
    await user.type(screen.getByRole("textbox", { name: "Question 2" }), "Why?");
    await choose("How question 2 is answered", "they choose one of");
    expect(screen.getByText("Give at least two choices. Press Enter after each.")).toBeDefined();
    await user.type(screen.getByRole("combobox", { name: "Choices of question 2" }), "misread{Enter}mixed up{Enter}");
    expect(rules().before?.reflection?.[1]).toMatchObject({ text: "Why?", choices: ["misread", "mixed up"] });
    expect(screen.queryByText(/Give at least two/)).toBeNull();
    await user.click(screen.getByRole("button", { name: "Remove question 1" }));
    expect(rules().before?.reflection).toHaveLength(1);
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Remove question 1" }).disabled).toBe(true);
  });
});

test("the example of a gate says the two goes, what counts of them, and whether it opens", () => {
  const say = (counts: Rules["counts"], by: "mark" | "best") =>
    exampleInWords(gateExample({ percent: 70, by }, counts, 10));
  expect(say("mean", "mark")).toBe("For example 6, then 7 of 10: the mean counts, 6.5. It stays closed.");
  expect(say("mean", "best")).toBe("For example 6, then 7 of 10: the best counts, 7. It opens.");
  expect(say("last", "mark")).toBe("For example 7, then 6 of 10: the last counts, 6. It stays closed.");
});
