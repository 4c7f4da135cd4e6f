/** What the page of results says of one question beside its figure. */
import type { ItemResult, Results, StudentResult } from "@verdant/contract/insight";
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { addComment } from "@verdant/contract/review";
import { readReason } from "@verdant/contract/reasons";
import { answers, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { ItemTable } from "./ItemTable.tsx";
import { groupsOf, saidOften } from "./Reasons.tsx";

const share = { right: 3, outOf: 10, low: 0.1, high: 0.6 };
const choice = (text: string, by: string[], isKey = false): ItemResult["choices"][number] => ({
  ...{ id: text, text, isKey, count: by.length, share, misconception: null, by, thirds: null, notes: [] },
});
const item = (change: Partial<ItemResult>): ItemResult => ({
  ...{
    itemId: "i",
    revisionId: "r",
    position: 1,
    number: 7,
    kind: "oneRightAnswer",
    stem: "Which?",
    topicId: null,
    topic: "Floods",
  },
  ...{ strand: null, stimulusId: null, facility: share, discrimination: null, choices: [], notes: [], waiting: 0 },
  ...{ notReached: 0, reasons: [], ruling: null, second: null, time: null },
  ...change,
});
const student = (studentId: string, name: string) => ({ studentId, name }) as StudentResult;
const open = (change: Partial<ItemResult>, stubs: readonly Stub[] = []) =>
  renderPage(
    <ItemTable
      results={
        {
          ...{ releaseId: "r", classId: "c", items: [item(change)], plan: [], stimuli: [] },
          perStudent: [student("a", "Ada Moss"), student("b", "Ben Reed"), student("c", "Cleo Hart")],
        } as unknown as Results
      }
    />,
    { stubs },
  );
const reason = (n: number, text: string, more: Partial<ItemResult["reasons"][number]> = {}) => ({
  ...{ studentId: "abcdef"[n] ?? "", sittingId: `00000000-0000-7000-8000-00000000000${String(n)}`, position: 1, text },
  ...{ isRight: false, readAs: null, told: 0, ...more },
});
const said = [reason(0, "It is bigger."), reason(1, "I knew it."), reason(2, "It looked so.")];

test("how long they took, and who was right at the second answer, are said where there is something to say", () => {
  open({ time: { low: 12.4, median: 20, high: 31.2, of: 9 }, second: { right: 2, given: 5 } });
  expect(screen.getByText("Half of them took 12 to 31 seconds")).toBeTruthy();
  expect(screen.getByText("Right at the second answer: 2 of 5")).toBeTruthy();
});

test("nothing is said of what was not measured or not given", () => {
  open({});
  expect(screen.queryByText(/seconds|second answer/)).toBeNull();
});

describe("reasons", () => {
  test("stand under the answer that their student chose, wrong answers first", async () => {
    const { user } = open({ choices: [choice("Right", ["b"], true), choice("Wrong", ["a", "c"])], reasons: said });
    await user.click(screen.getByText("3 students said why"));
    const wrong = screen.getByRole("region", { name: "Wrong" });
    expect(within(wrong).getByText(/“It is bigger\.” Ada Moss/)).toBeTruthy();
    expect(within(wrong).getByText(/“It looked so\.” Cleo Hart/)).toBeTruthy();
    expect(within(screen.getByRole("region", { name: "Right" })).getByText(/“I knew it\.” Ben Reed/)).toBeTruthy();
  });

  test("of a right answer can be let others read; of a wrong one nothing of the kind is asked", async () => {
    const { user, asked } = open(
      {
        choices: [choice("Right", ["b"], true), choice("Wrong", ["a"])],
        reasons: [reason(0, "It is bigger."), reason(1, "Water is faster there.", { isRight: true, told: 2 })],
      },
      [answers(readReason, { ok: true })],
    );
    await user.click(screen.getByText("2 students said why"));
    const right = screen.getByRole("region", { name: "Right" });
    expect(right.textContent).toContain("2 students would tell it a friend");
    await user.click(within(right).getByRole("button", { name: "Good" }));
    await waitFor(() => {
      expect(asked.map((one) => one.body)).toEqual([{ as: "good" }]);
    });
    expect(within(screen.getByRole("region", { name: "Wrong" })).queryByRole("button")).toBeNull();
  });

  test("that several wrote alike of a wrong answer become a comment for the author; of fewer nothing is said", async () => {
    const alike = [0, 2, 3].map((n) =>
      reason(n, n === 2 ? "I thought that the sea does it" : "I thought the sea does it"),
    );
    const { user, asked } = open({ choices: [choice("Wrong", ["a", "c", "d"])], reasons: alike }, [
      answers(addComment, ({ body }) => {
        expect(body).toMatchObject({
          body: "3 students who chose “Wrong” wrote nearly the same: “I thought the sea does it”. A wrong idea to name, or a wrong option to add?",
        });
        return { id: "00000000-0000-7000-8000-000000000009" };
      }),
    ]);
    await user.click(screen.getByText("3 students said why"));
    expect(screen.getByText(/^3 of them wrote nearly the same: “I thought the sea does it”\./)).toBeTruthy();
    await user.click(screen.getByRole("button", { name: "Suggest it to the author" }));
    expect(await screen.findByText("It stands as a comment on the item.")).toBeTruthy();
    expect(asked).toHaveLength(1);
    expect(saidOften(alike.slice(0, 2))).toBeNull();
    expect(saidOften([])).toBeNull();
  });

  test("each is there once, also where one student chose several, or nobody knows what they chose", () => {
    const groups = groupsOf({
      choices: [choice("One", ["a", "b"]), choice("Two", ["a"]), choice("Key", ["a"], true)],
      reasons: said,
    });
    expect(groups.map(({ heading, reasons }) => [heading, reasons.map((one) => one.studentId)])).toEqual([
      ["One", ["a", "b"]],
      [null, ["c"]],
    ]);
    expect(groupsOf({ choices: [], reasons: said })).toHaveLength(1);
    expect(groupsOf({ choices: [], reasons: [] })).toEqual([]);
  });
});
