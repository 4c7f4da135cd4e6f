import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { PartsOfQuiz } from "./PartsOfQuiz.tsx";

const share = (right: number, outOf: number) => ({ right, outOf, low: 0.3, high: 0.8 });

test("each part is named, with its questions and what came out; one without a heading by its number", () => {
  renderPage(
    <PartsOfQuiz
      parts={[
        { heading: null, number: 1, first: 1, last: 3, outcome: share(9, 18) },
        { heading: "Stretch", number: 2, first: 4, last: 4, outcome: share(0, 0) },
      ]}
    />,
  );
  const [one, two] = screen.getAllByRole("listitem");
  if (!one || !two) throw new Error("not two parts");
  expect(within(one).getByText("Part 1")).toBeTruthy();
  expect(within(one).getByText("questions 1 to 3")).toBeTruthy();
  expect(within(one).getByText(/9 of 18/)).toBeTruthy();
  expect(within(two).getByText("Stretch")).toBeTruthy();
  expect(within(two).getByText("question 4")).toBeTruthy();
  expect(within(two).getByText("no answers yet")).toBeTruthy();
});
