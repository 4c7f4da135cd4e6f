import { listSecondMarks, markSecond, settleMarks, type SecondMarks } from "@verdant/contract/marking";
import { richTextOf } from "@verdant/core/richText";
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { SecondMarkingPage } from "./SecondMarkingPage.tsx";

const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const content = {
  kind: "written" as const,
  schemaVersion: 1 as const,
  stem: richTextOf("Why does a meander widen?"),
  lines: 5,
  criteria: [
    {
      id: "why",
      name: "Why",
      levels: [
        { id: "no", points: 0, text: "no reason" },
        { id: "some", points: 1, text: "one reason" },
        { id: "all", points: 2, text: "two reasons" },
      ],
    },
  ],
  showsCriteria: true,
};
const written = (n: number, text: string) => ({
  ...{ sittingId: idOf(n), position: 1, student: `Student ${String(n)}`, className: "8B", ordinal: 1, text },
});
type Question = SecondMarks["questions"][number];
const listed = (more: Partial<Question>): SecondMarks => ({
  name: "Rivers",
  questions: [
    {
      ...{ itemId: idOf(9), number: 4, content, toMark: [], mine: 0, differing: [], settled: 0 },
      agreement: { answers: 0, same: 0, kappa: null },
      ...more,
    },
  ],
});
function page(list: SecondMarks | (() => SecondMarks), more: readonly Stub[] = []) {
  return renderPage(
    <Routes>
      <Route path="/results/:releaseId/marking/second" element={<SecondMarkingPage />} />
    </Routes>,
    {
      path: `/results/${idOf(0)}/marking/second`,
      stubs: [...more, answers(listSecondMarks, list)],
    },
  );
}

describe("marking a second time", () => {
  test("goes through the answers by keys, without names and without the first mark", async () => {
    let left = [written(1, "Sand"), written(2, "Mud")];
    const { user, asked } = page(
      () => listed({ toMark: left }),
      [
        answers(markSecond, () => {
          left = left.slice(1);
          return {};
        }),
      ],
    );
    const answer = await screen.findByRole("article", { name: "The answer" });
    expect(answer.textContent).toBe("Sand");
    expect(screen.getByText("2 answers to mark a second time")).toBeTruthy();
    expect(document.body.textContent).not.toContain("Student 1");
    answer.focus();
    await user.keyboard("2{Control>}{Enter}{/Control}");
    expect(await screen.findByText("1 answer to mark a second time")).toBeTruthy();
    expect(asked.find((one) => one.method === "put")).toMatchObject({ body: { levels: { why: "some" } } });
    // The next answer begins with an empty rubric.
    expect(screen.getByRole("article", { name: "The answer" }).textContent).toBe("Mud");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Mark and go on" }).disabled).toBe(true);
  });

  test("another answer can come first; a refusal is said", async () => {
    const { user } = page(listed({ toMark: [written(1, "Sand"), written(2, "Mud")] }), [
      refuses(markSecond, { code: "markedTwice", terms: { by: "Tobias" } }, 409),
    ]);
    await user.click(await screen.findByRole("button", { name: "Another answer first" }));
    expect(screen.getByRole("article", { name: "The answer" }).textContent).toBe("Mud");
    screen.getByRole("article", { name: "The answer" }).focus();
    await user.keyboard("1{Control>}{Enter}{/Control}");
    expect((await screen.findByRole("alert")).textContent).toBe("Tobias has marked this answer a second time already.");
  });

  test("says how far two agree, and settles what differs by the first, the second or neither", async () => {
    const differing = {
      ...written(3, "Because it is fast."),
      first: { levels: { why: "all" }, by: "Mara" },
      second: { levels: { why: "gone" }, by: "Tobias" },
      ...{ comment: "", version: 4 },
    };
    const agreement = { answers: 12, same: 11, kappa: { value: 0.9, low: 0.7, high: 1 } };
    const { user, asked } = page(listed({ differing: [differing], agreement, settled: 1 }), [
      answers(settleMarks, { credit: 0.5, version: 5 }),
    ]);
    const agreed = await screen.findByRole("region", { name: "How far the markers agree" });
    expect(agreed.textContent).toContain("12 marked twice, 11 of them the same.");
    expect(agreed.textContent).toContain(
      "The two markers mark nearly alike. Weighted kappa 0.90, between 0.70 and 1.00.",
    );
    expect(agreed.textContent).toContain("1 difference is settled.");
    const part = screen.getByRole("region", { name: "Marked differently" });
    expect(part.textContent).toContain("First: Mara");
    expect(part.textContent).toContain("2 points · two reasons");
    expect(part.textContent).toContain("a level that the rubric no longer has");
    await user.click(within(part).getAllByRole("button", { name: "This one counts" })[0] ?? part);
    await user.click(within(part).getByRole("button", { name: "Neither: choose other levels" }));
    await user.click(within(part).getByRole("radio", { name: /one reason/ }));
    await user.click(within(part).getByRole("button", { name: "Settle" }));
    await waitFor(() => {
      expect(asked.filter((one) => one.method === "post").map((one) => one.body)).toEqual([
        { levels: { why: "all" }, version: 4 },
        { levels: { why: "some" }, version: 4 },
      ]);
    });
  });

  test("where I marked all of it, a colleague is asked for", async () => {
    page(listed({ mine: 5 }));
    expect(
      await screen.findByText("You marked the other 5 answers yourself: a colleague can mark them a second time."),
    ).toBeTruthy();
  });
});
