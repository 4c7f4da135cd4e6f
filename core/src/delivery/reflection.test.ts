import { expect, test } from "vitest";
import { faultsOfForm, usualReflection } from "./reflection.ts";

test("the questions to begin with can be given out; one without words, or with one choice twice, cannot", () => {
  expect(faultsOfForm(usualReflection)).toEqual([]);
  expect(
    faultsOfForm([
      { id: "a", text: "  ", choices: null },
      { id: "b", text: "Why?", choices: ["misread", " misread "] },
      { id: "c", text: "", choices: [] },
    ]),
  ).toEqual([
    { at: 0, code: "textMissing" },
    { at: 1, code: "choicesMissing" },
    { at: 2, code: "textMissing" },
    { at: 2, code: "choicesMissing" },
  ]);
});
