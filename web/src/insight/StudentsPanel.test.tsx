/** Students of a release: ticking several, and what can be done for them at once. */
import { giveExtraGo, takeBackExtraGo } from "@verdant/contract/extraGoes";
import { sayToStudents, takeBackMessage } from "@verdant/contract/running";
import type { Results, StudentResult } from "@verdant/contract/insight";
import { screen, waitFor, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { StudentsPanel } from "./StudentsPanel.tsx";

const student = (n: number, more: Partial<StudentResult> = {}): StudentResult => ({
  ...{ studentId: `00000000-0000-7000-8000-00000000000${String(n)}`, name: `Student ${String(n)}`, className: "8B" },
  ...{ state: "handedIn", leftOn: null, goes: [], mark: null, outOf: 4 },
  marks: [1, 2].map((position) => ({ position, credit: position <= n ? 1 : 0, isReached: true })),
  ...more,
});
const open = (perStudent: StudentResult[], stubs: readonly Stub[] = []) =>
  renderPage(
    <StudentsPanel
      results={{ releaseId: "release", classId: "class", counts: "best", perStudent } as unknown as Results}
    />,
    { stubs },
  );
const tick = (name: string) => screen.getByRole<HTMLInputElement>("checkbox", { name });
const bar = () => screen.queryByRole("region", { name: "For those ticked" });

describe("students that are ticked", () => {
  test("get their sheets together, or another go that can be taken back", async () => {
    const { user, asked } = open(
      [student(0), student(1), student(2)],
      [answers(giveExtraGo, { ok: true }), answers(takeBackExtraGo, { ok: true })],
    );
    expect(bar()).toBeNull();
    await user.click(tick("Tick Student 0"));
    await user.click(tick("Tick Student 2"));
    const shown = within(bar() ?? document.body);
    expect(shown.getByText("2 students ticked")).toBeTruthy();
    const both = [student(0).studentId, student(2).studentId];
    expect(shown.getByRole("link", { name: "Their revision sheets" }).getAttribute("href")).toBe(
      `/results/release/sheets?class=class&for=${both.join(",")}`,
    );
    await user.click(shown.getByRole("button", { name: "Give another go" }));
    expect(await screen.findByText("2 students have another go.")).toBeTruthy();
    expect(bar()).toBeNull();
    await user.click(screen.getByRole("button", { name: "Undo" }));
    await waitFor(() => {
      expect(asked.map((one) => [one.method, one.body])).toEqual([
        ["post", { studentIds: both }],
        ["delete", { studentIds: both }],
      ]);
    });
  });

  test("are told something, only they; it can be taken back", async () => {
    const message = { id: student(8).studentId, text: "See me at break.", at: "2031-02-05T09:30:00.000Z" };
    const { user, asked } = open(
      [student(0), student(1)],
      [
        answers(sayToStudents, {
          students: [],
          messages: [
            { ...message, id: student(7).studentId, to: null },
            { ...message, to: ["Student 0"] },
          ],
        }),
        answers(takeBackMessage, { students: [], messages: [] }),
      ],
    );
    await user.click(tick("Tick Student 0"));
    await user.click(screen.getByRole("button", { name: "Tell them something" }));
    const send = screen.getByRole<HTMLButtonElement>("button", { name: "Tell them" });
    expect(send.disabled).toBe(true);
    await user.type(screen.getByRole("textbox", { name: "What they are to know" }), "See me at break. ");
    await user.click(send);
    expect(await screen.findByText("1 student reads it on their list of quizzes.")).toBeTruthy();
    expect(bar()).toBeNull();
    expect(asked[0]?.body).toEqual({ text: "See me at break. ", studentIds: [student(0).studentId] });
    await user.click(screen.getByRole("button", { name: "Undo" }));
    await waitFor(() => {
      expect(asked.at(-1)?.path).toMatch(new RegExp(`/messages/${student(8).studentId}$`));
    });
  });

  test("what was typed stays where it is refused", async () => {
    const { user } = open([student(0)], [refuses(sayToStudents, { code: "noSuch", terms: { what: "student" } }, 404)]);
    await user.click(tick("Tick Student 0"));
    await user.click(screen.getByRole("button", { name: "Tell them something" }));
    const field = screen.getByRole<HTMLInputElement>("textbox", { name: "What they are to know" });
    await user.type(field, "See me.{Enter}");
    await waitFor(() => {
      expect(field.getAttribute("aria-invalid")).toBe("true");
    });
    expect(field.value).toBe("See me.");
  });

  test("a refusal is said beside what was asked, and they stay ticked", async () => {
    const { user } = open([student(0)], [refuses(giveExtraGo, { code: "noSuch", terms: { what: "student" } }, 404)]);
    await user.click(tick("Tick Student 0"));
    await user.click(screen.getByRole("button", { name: "Give another go" }));
    expect(await screen.findByRole("alert")).toBeTruthy();
    expect(tick("Tick Student 0").checked).toBe(true);
  });

  test("can be all, but not who has left; sorting by need keeps them", async () => {
    const { user } = open([student(2), student(0), student(1, { leftOn: "2031-02-01" })]);
    expect(screen.queryByRole("checkbox", { name: "Tick Student 1" })).toBeNull();
    await user.click(tick("Tick all students"));
    expect(screen.getByText("2 students ticked")).toBeTruthy();
    await user.click(tick("Tick Student 2"));
    expect(tick("Tick all students").checked).toBe(false);
    await user.click(screen.getByRole("button", { name: "Question by question" }));
    expect(screen.getAllByRole("row")[1]?.textContent).toContain("Student 0");
    expect(tick("Tick Student 0").checked).toBe(true);
    await user.click(screen.getByRole("button", { name: "Untick all" }));
    expect(bar()).toBeNull();
  });
});
