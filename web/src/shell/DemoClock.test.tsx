import { moveDemoClock, showSession } from "@verdant/contract/team";
import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { DemoClock } from "./DemoClock.tsx";

const member = {
  ...{ personId: "00000000-0000-7000-8000-000000000001", name: "Mara Okafor", role: "lead" as const },
  ...{ departmentId: "00000000-0000-7000-8000-000000000002", department: "Geography", timeZone: "Europe/London" },
  owesSecondFactor: false,
};

function open(...stubs: Stub[]) {
  let now = "2026-02-04T09:30:00.000Z";
  const session = answers(showSession, () => ({
    ...{ isDemo: true, maySignUp: false, now, member, guest: null, student: null },
  }));
  const move = answers(moveDemoClock, ({ body }) => {
    const { days } = body as { days: number };
    now = new Date(Date.parse(now) + days * 86_400_000).toISOString();
    return { now };
  });
  return renderPage(<DemoClock />, { stubs: [...stubs, session, move] });
}

test("says what day it is in the demo, and moves on by a day or a week", async () => {
  const { user } = open();
  await user.click(await screen.findByRole("button", { name: /In the demo it is Wed,? 4 Feb 2026/ }));
  await user.click(await screen.findByRole("menuitem", { name: "Move on by a day" }));
  expect(await screen.findByText(/In the demo it is Thursday,? 5 February now\./)).toBeDefined();
  await user.click(await screen.findByRole("button", { name: /In the demo it is Thu,? 5 Feb 2026/ }));
  await user.click(await screen.findByRole("menuitem", { name: "Move on by a week" }));
  expect(await screen.findByRole("button", { name: /In the demo it is Thu,? 12 Feb 2026/ })).toBeDefined();
});

test("where it cannot be moved, it says why and stays", async () => {
  const { user } = open(refuses(moveDemoClock, { code: "demoOnly" }, 409));
  await user.click(await screen.findByRole("button", { name: /In the demo it is Wed,? 4 Feb 2026/ }));
  await user.click(await screen.findByRole("menuitem", { name: "Move on by a day" }));
  expect(await screen.findByRole("alert")).toBeDefined();
  expect(screen.getByRole("button", { name: /In the demo it is Wed,? 4 Feb 2026/ })).toBeDefined();
});
