/** What the page of results says of one question beside its figure. */
import type { ItemResult, Results, StudentResult } from "@verdant/contract/insight";
import { screen, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { ItemTable } from "./ItemTable.tsx";
import { groupsOf } from "./Reasons.tsx";

const share = { right: 3, outOf: 10, low: 0.1, high: 0.6 };
const choice = (text: string, by: string[], isKey = false): ItemResult["choices"][number] => ({
  ...{ id: text, text, isKey, count: by.length, share, misconception: null, by, thirds: null, notes: [] },
});
const item = (change: Partial<ItemResult>): ItemResult => ({
  ...{ itemId: "i", position: 1, number: 7, kind: "oneRightAnswer", stem: "Which?", topicId: null, topic: "Floods" },
  ...{ strand: null, stimulusId: null, facility: share, discrimination: null, choices: [], notes: [], waiting: 0 },
  ...{ notReached: 0, reasons: [], ruling: null, second: null, time: null },
  ...change,
});
const student = (studentId: string, name: string) => ({ studentId, name }) as StudentResult;
const open = (change: Partial<ItemResult>) =>
  renderPage(
    <ItemTable
      results={
        {
          ...{ releaseId: "r", classId: "c", items: [item(change)], plan: [], stimuli: [] },
          perStudent: [student("a", "Ada Moss"), student("b", "Ben Reed"), student("c", "Cleo Hart")],
        } as unknown as Results
      }
    />,
  );
const said = [
  { studentId: "a", text: "It is bigger." },
  { studentId: "b", text: "I knew it." },
  { studentId: "c", text: "It looked so." },
];

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
