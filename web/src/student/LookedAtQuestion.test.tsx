import type { SittingItem } from "@verdant/contract/delivery";
import type { Feedback } from "@verdant/contract/feedback";
import type { Answer, View } from "@verdant/core/items/kinds";
import { richTextOf } from "@verdant/core/richText";
import { screen } from "@testing-library/react";
import { useState } from "react";
import { expect, test } from "vitest";
import type { z } from "zod";
import { renderPage } from "../platform/testing/pages.tsx";
import { feedbackInWords, LookedAtQuestion } from "./LookedAtQuestion.tsx";

const option = (id: string) => ({ id, text: richTextOf(`Option ${id}`) });
const view: View = { kind: "oneRightAnswer", stem: richTextOf("Which?"), options: ["a", "b"].map(option) };
const item: z.infer<typeof SittingItem> = {
  ...{ position: 1, points: 1, strand: null, view, stimulusId: null, answer: null, revisit: false, feedback: null },
};
const none = { rationales: [], explanation: null, nearly: null, nextStep: null, content: null };
const hint: Feedback = { ...none, credit: 0, again: true, second: null, rationales: [richTextOf("Not that one.")] };
const choosing = (optionId: string): Answer => ({ kind: "oneRightAnswer", optionId });
const done: Feedback = {
  ...{ ...none, credit: 0, again: false, second: { answer: choosing("b"), credit: 1, counts: 50 } },
  explanation: richTextOf("Because."),
};

/** A sitting whose server says these in turn; a text is a problem. */
function Sitting({ says, asked }: { says: readonly (Feedback | string)[]; asked: (Answer | null)[] }) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [feedback, setFeedback] = useState<Feedback | null>(null);
  const lookAt = (_: number, second: Answer | null) => {
    const said = says[asked.length];
    asked.push(second);
    if (typeof said === "string") return Promise.resolve(said);
    setFeedback(said ?? null);
    return Promise.resolve(null);
  };
  return (
    <LookedAtQuestion
      here={{ lookAt, isTimeUp: false }}
      item={{ ...item, feedback }}
      view={view}
      answer={answer}
      onAnswer={setAnswer}
    />
  );
}

test("answer, read the hint, answer once more: then it stands", async () => {
  const asked: (Answer | null)[] = [];
  const { user } = renderPage(<Sitting says={["The network is away.", hint, done]} asked={asked} />);
  const look = () => screen.getByRole("button", { name: "See how it was" });
  expect(look().hasAttribute("disabled")).toBe(true);
  await user.click(screen.getByRole("radio", { name: /Option a/ }));
  await user.click(look());
  expect(screen.getByRole("alert").textContent).toBe("The network is away.");
  await user.click(look());
  const said = screen.getByRole("group", { name: "How your answer was" });
  expect(said.textContent).toContain("Not right. Read this, then answer once more.");
  expect(said.textContent).toContain("Not that one.");
  expect(document.activeElement).toBe(said);
  // What was chosen first still stands there, but is no second answer until something is chosen anew.
  expect(screen.getByRole("button", { name: "See how the second answer was" }).hasAttribute("disabled")).toBe(true);
  await user.click(screen.getByRole("radio", { name: /Option b/ }));
  await user.click(screen.getByRole("button", { name: "See how the second answer was" }));
  expect(said.textContent).toContain("Second answer: Right. A second answer counts 50%.");
  expect(screen.queryByRole("button")).toBeNull();
  expect(asked).toEqual([null, null, choosing("b")]);
});

test("what a person marks is asked as ever", () => {
  const written: View = { kind: "written", stem: richTextOf("Explain."), lines: 3, criteria: [] };
  renderPage(
    <LookedAtQuestion
      here={{ lookAt: () => Promise.resolve(null), isTimeUp: false }}
      item={item}
      view={written}
      answer={null}
      onAnswer={() => undefined}
    />,
  );
  expect(screen.queryByRole("button", { name: "See how it was" })).toBeNull();
});

test.each<[Partial<Feedback>, string]>([
  [{ credit: 1, again: false, second: null }, "Right."],
  [{ credit: 0.5, again: true, second: null }, "Partly right. Read this, then answer once more."],
  [{ second: { answer: choosing("b"), credit: 0, counts: 50 } }, "Second answer: Not right."],
  [{ second: { answer: choosing("b"), credit: 1, counts: 0 } }, "Second answer: Right."],
])("says how it was: %o", (more, words) => {
  expect(feedbackInWords({ ...done, ...more })).toBe(words);
});
