import { act, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { TryPage } from "./TryPage.tsx";

afterEach(() => {
  vi.useRealTimers();
});

test("two questions without a way back, nothing is sent, and it says so", async () => {
  const { user, asked } = renderPage(<TryPage />, { path: "/try?forwardOnly=" });
  expect(screen.getByText(/you cannot go back/)).toBeTruthy();
  await user.click(screen.getByRole("radio", { name: /Snow on a field/ }));
  await user.click(screen.getByRole("button", { name: "Next" }));
  expect(screen.getByRole("button", { name: "Back" }).hasAttribute("disabled")).toBe(true);
  await user.type(await screen.findByRole("textbox"), "word{Enter}");
  expect(screen.getByText("Here nothing was saved, and nothing counts.")).toBeTruthy();
  expect(asked).toEqual([]);
});

test("with a clock it ends by itself, and says what that means in a real quiz; one can go back", async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  renderPage(<TryPage />, { path: "/try?timed=" });
  expect(screen.queryByText(/cannot go back/)).toBeNull();
  act(() => {
    vi.advanceTimersByTime(30_000);
  });
  expect(screen.getByRole("heading", { name: "Your time is over." })).toBeTruthy();
  expect(screen.getByText(/what you have answered by now is handed in/)).toBeTruthy();
  await act(() => Promise.resolve());
});
