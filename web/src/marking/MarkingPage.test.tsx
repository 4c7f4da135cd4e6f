import {
  claimWrittenAnswer,
  keepMarkingComment,
  listWrittenAnswers,
  markWrittenAnswer,
  removeMarkingComment,
  showMarksSoFar,
  type WrittenAnswers,
} from "@verdant/contract/marking";
import { richTextOf } from "@verdant/core/richText";
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { describe, expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { sentenceByKey, withSentence } from "./CommentField.tsx";
import { MarkingPage } from "./MarkingPage.tsx";

const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const at = "2031-02-05T09:30:00.000Z";
const level = (id: string, points: number) => ({ id, points, text: `${id} reasons` });
const content = {
  kind: "written" as const,
  schemaVersion: 1 as const,
  stem: richTextOf("Why does a meander widen?"),
  lines: 5,
  criteria: [
    { id: "what", name: "What happens", levels: [level("none", 0), level("one", 1)] },
    { id: "why", name: "Why", levels: [level("no", 0), level("some", 1), level("all", 2)] },
  ],
  showsCriteria: true,
};
type Answer = WrittenAnswers["questions"][number]["answers"][number];
const answer = (n: number, text: string, more: Partial<Answer> = {}): Answer => ({
  ...{ sittingId: idOf(n), position: 1, student: `Student ${String(n)}`, className: "8B", ordinal: 1, text },
  ...{ mark: null, heldBy: null, ...more },
});
const mark = (by: string) => ({ levels: { what: "one", why: "no" }, credit: 1 / 3, comment: "", by, at, version: 1 });

const three = [answer(1, "It is eroded."), answer(2, "It is eroded"), answer(3, "Because of the rain.")];
const listed = (list: Answer[], more: Partial<WrittenAnswers> = {}): WrittenAnswers => ({
  ...{ name: "Rivers", waiting: list.filter((one) => one.mark === null).length, unseen: 0 },
  questions: [{ itemId: idOf(9), number: 4, content, answers: list }],
  comments: [
    { id: idOf(7), text: "Name the process." },
    { id: idOf(8), text: "Say why, too." },
  ],
  ...more,
});

function page(list: WrittenAnswers | (() => WrittenAnswers), more: readonly Stub[] = []) {
  return renderPage(
    <Routes>
      <Route path="/results/:releaseId/marking" element={<MarkingPage />} />
    </Routes>,
    {
      path: `/results/${idOf(0)}/marking`,
      stubs: [
        ...more,
        answers(listWrittenAnswers, list),
        answers(claimWrittenAnswer, { heldBy: null }),
        answers(markWrittenAnswer, { credit: 0.5, version: 1, marked: 1 }),
      ],
    },
  );
}
const text = async () => (await screen.findByRole("article", { name: "The answer" })).textContent;
const marks = (asked: readonly { method: string; path: string; body: unknown }[]) =>
  asked.filter((one) => one.method === "put" && /\/marks\/[^/]+\/1$/.test(one.path)).map((one) => one.body);

describe("marking", () => {
  test("by keys only: levels, a kept sentence, and on to the next answer that nobody has", async () => {
    const { user, asked } = page(listed([answer(1, "Sand"), answer(2, "Mud", { heldBy: "Tobias" }), answer(3, "Ice")]));
    expect(await text()).toBe("Sand");
    (await screen.findByRole("article", { name: "The answer" })).focus();
    await user.keyboard("23{Alt>}2{/Alt}");
    expect(screen.getByText("100% of the points")).toBeTruthy();
    await user.keyboard("{Control>}{Enter}{/Control}");
    await waitFor(() => {
      expect(marks(asked)).toEqual([
        { levels: { what: "one", why: "all" }, comment: "Say why, too.", version: 0, alike: [] },
      ]);
    });
    await waitFor(async () => {
      expect(await text()).toBe("Ice");
    });
    expect(document.activeElement).toBe(screen.getByRole("article", { name: "The answer" }));
    await user.keyboard("k");
    expect(await text()).toBe("Mud");
    expect(screen.getByRole("status").textContent).toBe("Tobias has this answer open.");
    await user.keyboard("j");
    expect(await text()).toBe("Ice");
    // What is typed is typed.
    await user.type(screen.getByLabelText("A word to the student"), "jk12");
    expect(await text()).toBe("Ice");
    expect(screen.getByText("Choose a level for each criterion.")).toBeTruthy();
  });

  test("answers that say the same get the mark together, each one seen; one may stay apart", async () => {
    const { user, asked } = page(
      listed([...three, answer(4, "it is eroded!"), answer(5, "It is eroded", { mark: mark("Mara") })]),
    );
    const alike = await screen.findByRole("region", { name: "Answers that say the same" });
    expect(within(alike).getAllByRole("checkbox")).toHaveLength(2);
    expect(alike.textContent).toContain("2 more answers say the same and get the same mark:");
    await user.click(within(alike).getByRole("checkbox", { name: "it is eroded!" }));
    screen.getByRole("article", { name: "The answer" }).focus();
    await user.keyboard("12");
    await user.click(screen.getByRole("button", { name: "Mark 2 and go on" }));
    await waitFor(() => {
      expect(marks(asked)).toMatchObject([{ alike: [{ sittingId: idOf(2), position: 1, version: 0 }] }]);
    });
    await waitFor(async () => {
      expect(await text()).toBe("Because of the rain.");
    });
  });

  test("names are hidden until they are asked for, those beside it too", async () => {
    const { user } = page(listed(three));
    expect(await text()).toBe("It is eroded.");
    expect(document.body.textContent).not.toContain("Student 1");
    expect(document.body.textContent).not.toContain("Student 2");
    await user.click(screen.getByRole("switch", { name: "Show names" }));
    expect(screen.getByText("Answer 1 of 3: Student 1, 8B")).toBeTruthy();
    expect(screen.getByRole("checkbox", { name: "Student 2: It is eroded" })).toBeTruthy();
  });

  test("what a colleague marked meanwhile is said, and nothing is lost", async () => {
    const { user } = page(listed([answer(1, "Sand")]), [
      refuses(markWrittenAnswer, { code: "markedMeanwhile", terms: { by: "Tobias" } }, 409),
    ]);
    (await screen.findByRole("article", { name: "The answer" })).focus();
    await user.keyboard("23{Control>}{Enter}{/Control}");
    expect((await screen.findByRole("alert")).textContent).toMatch(/^Tobias has marked this answer meanwhile/);
    expect(screen.getByText("100% of the points")).toBeTruthy();
  });

  test("says when students see the marks, and shows those given so far on a tap", async () => {
    const { user, asked } = page(listed([answer(1, "Sand", { mark: mark("Mara") }), answer(2, "Mud")], { unseen: 1 }), [
      answers(showMarksSoFar, {}),
    ]);
    const said = await screen.findByText(/Students do not see 1 mark yet\./);
    expect(said.textContent).toContain("They will when the 1 answer that waits is marked.");
    await user.click(screen.getByRole("button", { name: "Show these now" }));
    await waitFor(() => {
      expect(asked.some((one) => one.path.endsWith("/written/shown"))).toBe(true);
    });
  });
});

describe("sentences that the department keeps", () => {
  test("are added by a tap, kept from what was typed, and removed with a way back", async () => {
    let kept = listed([answer(1, "Sand")]);
    const { user, asked } = page(
      () => kept,
      [
        answers(keepMarkingComment, () => {
          kept = { ...kept, comments: [...kept.comments, { id: idOf(6), text: "Draw it." }] };
          return { commentId: idOf(6) };
        }),
        answers(removeMarkingComment, () => {
          kept = { ...kept, comments: kept.comments.slice(1) };
          return {};
        }),
      ],
    );
    const field = await screen.findByRole<HTMLTextAreaElement>("textbox", { name: "A word to the student" });
    await user.click(screen.getByRole("button", { name: "1: Name the process." }));
    await user.click(screen.getByRole("button", { name: "2: Say why, too." }));
    await user.click(screen.getByRole("button", { name: "2: Say why, too." }));
    expect(field.value).toBe("Name the process. Say why, too.");
    await user.clear(field);
    expect(screen.queryByRole("button", { name: "Keep this for all of us" })).toBeNull();
    await user.type(field, "say why, TOO.");
    expect(screen.queryByRole("button", { name: "Keep this for all of us" })).toBeNull();
    await user.clear(field);
    await user.type(field, "Draw it.");
    await user.click(screen.getByRole("button", { name: "Keep this for all of us" }));
    expect(await screen.findByRole("button", { name: "3: Draw it." })).toBeTruthy();
    const first = screen.getByRole("button", { name: "1: Name the process." });
    await user.click(within(first).getByTestId("CancelIcon"));
    await waitFor(() => {
      expect(screen.queryByRole("button", { name: "1: Name the process." })).toBeNull();
    });
    await user.click(screen.getByRole("button", { name: "Undo" }));
    await waitFor(() => {
      const texts = asked.filter((one) => one.path === "/api/marking-comments").map((one) => one.body);
      expect(texts).toEqual([{ text: "Draw it." }, { text: "Name the process." }]);
    });
  });

  test("stand once in what is said, and their keys are Alt with a digit, whatever the keyboard makes of it", () => {
    expect(withSentence("", "Draw it.")).toBe("Draw it.");
    expect(withSentence("Good.", "Draw it.")).toBe("Good. Draw it.");
    expect(withSentence("Good. draw it.", "Draw it.")).toBe("Good. draw it.");
    const kept = [{ id: idOf(1), text: "Draw it." }];
    const press = (code: string, altKey = true, ctrlKey = false) =>
      sentenceByKey({ code, altKey, ctrlKey, metaKey: false }, kept);
    expect([
      press("Digit1"),
      press("Numpad1"),
      press("Digit2"),
      press("Digit1", false),
      press("Digit1", true, true),
    ]).toEqual(["Draw it.", "Draw it.", null, null, null]);
  });
});
