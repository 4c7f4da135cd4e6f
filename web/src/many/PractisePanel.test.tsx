import { createQuiz, setLayout } from "@verdant/contract/assembly";
import { listClasses } from "@verdant/contract/courses";
import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, renderPage, type Asked } from "../platform/testing/pages.tsx";
import { PractisePanel } from "./PractisePanel.tsx";

const idOf = (n: number) => `00000000-0000-7000-8000-0000000000${String(n).padStart(2, "0")}`;
const itemIds = Array.from({ length: 48 }, (_, i) => idOf(i));

test("so many of its questions are drawn for a class, and the notice opens as timed practice", async () => {
  const asked: Asked[] = [];
  const quiz = { id: idOf(90), version: 1 };
  const note = (call: Asked) => {
    asked.push(call);
    return quiz as never;
  };
  const loose = (endpoint: typeof createQuiz | typeof setLayout) => ({
    ...answers(endpoint, quiz as never),
    answer: (call: Asked) => ({ status: 200, data: note(call) }),
  });
  const { user, at } = renderPage(<PractisePanel name="Distances" itemIds={itemIds} />, {
    stubs: [
      {
        ...answers(listClasses, { classes: [] }),
        answer: () => ({ status: 200, data: { classes: [{ id: idOf(80), name: "9C" }] } }),
      },
      loose(createQuiz),
      loose(setLayout),
    ],
  });
  const field = await screen.findByRole("spinbutton", { name: "Questions, of 48" });
  expect((field as HTMLInputElement).value).toBe("25");
  await user.clear(field);
  await user.type(field, "49");
  expect(screen.getByText("From 1 to 48")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Give them to a class" }).hasAttribute("disabled")).toBe(true);
  await user.clear(field);
  await user.type(field, "12");
  await user.click(screen.getByRole("button", { name: "Give them to a class" }));
  await user.click(await screen.findByRole("menuitem", { name: "for 9C" }));
  await expect.poll(() => at().pathname).toBe(`/quizzes/${idOf(90)}/release`);
  expect(at().search).toBe("?as=sprint");
  expect(asked.map((one) => one.body)).toEqual([
    { classId: idOf(80), itemIds: [], name: "Distances" },
    {
      version: 1,
      parts: [{ heading: null, instruction: null, places: [{ type: "draw", itemIds, take: 12, points: 1 }] }],
    },
  ]);
});

test("one question is no practice", () => {
  renderPage(<PractisePanel name="Distances" itemIds={itemIds.slice(0, 1)} />);
  expect(screen.queryByRole("region")).toBeNull();
});
