import { enter, showSession, type Session } from "@verdant/contract/team";
import { screen, waitFor } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { afterEach, expect, test } from "vitest";
import { answers, answersLate, refuses, renderPage } from "../platform/testing/pages.tsx";
import { Door } from "./Door.tsx";

const nobody: Session = {
  ...{ isDemo: false, maySignUp: false, now: "2031-02-05T09:30:00Z", member: null, guest: null, student: null },
};
const ada: Session = { ...nobody, student: { studentId: "0190a0f0-0000-7000-8000-000000000001", givenName: "Ada" } };

const door = (
  <Routes>
    <Route element={<Door />}>
      <Route path="*" element={<p>Inside</p>} />
    </Route>
  </Routes>
);

afterEach(() => {
  window.history.replaceState(null, "", "/");
});

test("a scanned card lets in, though the answer that nobody is here comes after it", async () => {
  window.history.replaceState(null, "", "/s#happy-acorn-vest");
  const before = answersLate(showSession, nobody);
  const { asked, store } = renderPage(door, { stubs: [before, answers(enter, ada)] });
  await waitFor(() => {
    expect(Object.values(store.getState().api.mutations)[0]?.status).toBe("fulfilled");
  });
  expect(window.location.hash).toBe("");
  const sessionIsRead = () => store.getState().api.queries["studentSession(undefined)"]?.fulfilledTimeStamp;
  const read = sessionIsRead();
  before.arrive();
  await waitFor(() => {
    expect(sessionIsRead()).not.toBe(read);
  });
  expect(await screen.findByText("Inside")).toBeTruthy();
  expect(asked.find(({ path }) => path === "/api/entry")?.body).toEqual({ card: "happy acorn vest" });
});

test("a card that is not known is said, and its words can be put right", async () => {
  window.history.replaceState(null, "", "/s#happy-acorn-vest");
  renderPage(door, { stubs: [answers(showSession, nobody), refuses(enter, { code: "cardUnknown" })] });
  const field = await screen.findByRole("textbox", { name: "The words of your entry card" });
  expect((field as HTMLInputElement).value).toBe("happy acorn vest");
  expect(await screen.findByRole("alert")).toBeTruthy();
});
