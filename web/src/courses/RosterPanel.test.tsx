import { changeEnrolment, moveStudent, type Class, type Enrolment } from "@verdant/contract/courses";
import { screen, waitFor, within } from "@testing-library/react";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { RosterPanel, type Roster } from "./RosterPanel.tsx";

const id = (n: number) => `0190a0f0-0000-7000-8000-00000000000${n}`;
const student = (n: number, givenName: string, familyName: string, more: Partial<Enrolment> = {}): Enrolment => ({
  ...{ studentId: id(n), name: `${givenName} ${familyName}`.trim(), givenName, familyName, isListed: false },
  ...{ entryCard: "amber otter drum", extraTimePercent: 0, topics: [] },
  ...more,
});
const roster: Roster = {
  ...{ classId: id(9), className: "8B", groups: [] },
  students: [student(1, "Amara", "Quil"), student(2, "Ben", "Ashdown", { isListed: true })],
};
const open = (...stubs: Stub[]) => renderPage(<RosterPanel roster={roster} />, { stubs });

test("a name is put right; an empty one cannot be", async () => {
  const { user, asked } = open(answers(changeEnrolment, roster));
  await user.click(await screen.findByRole("button", { name: "Change the name of Amara Quil" }));
  const dialog = within(await screen.findByRole("dialog", { name: "Name of Amara Quil" }));
  expect(dialog.queryByText(/class lists know this student/)).toBeNull();
  await user.clear(dialog.getByLabelText("Given name"));
  expect(dialog.getByRole<HTMLButtonElement>("button", { name: "Save the name" }).disabled).toBe(true);
  await user.type(dialog.getByLabelText("Given name"), "Amara");
  await user.type(dialog.getByLabelText("Family name"), "l");
  await user.click(dialog.getByRole("button", { name: "Save the name" }));
  await waitFor(() => {
    expect(screen.queryByRole("dialog")).toBeNull();
  });
  expect(asked.find(({ method }) => method === "patch")).toMatchObject({
    ...{ body: { name: { givenName: "Amara", familyName: "Quill" } } },
  });
});

test("of whom the class lists know it is said that they know the name too; what went wrong stays in the dialog", async () => {
  const { user } = open(refuses(changeEnrolment, { code: "noSuch", terms: { what: "student" } }, 404));
  await user.click(await screen.findByRole("button", { name: "Change the name of Ben Ashdown" }));
  const dialog = within(await screen.findByRole("dialog"));
  expect(dialog.getByText(/class lists know this student/)).toBeTruthy();
  await user.click(dialog.getByRole("button", { name: "Save the name" }));
  expect(await dialog.findByText(/student/, { selector: ".MuiAlert-colorError *" })).toBeTruthy();
});

test("names that are pasted and in the class already are told apart from those that join", async () => {
  const { user } = open();
  await user.type(await screen.findByLabelText("Paste names, one a line"), "ben ashdown{Enter}Cy Lund");
  expect(screen.getByText("In the class already: ben ashdown.")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Add 1 student" })).toBeTruthy();
});

test("a student is moved to another class of the year, and back; not to a rehearsal class", async () => {
  const klass = (n: number, name: string, more: Partial<Class> = {}): Class =>
    ({ id: id(n), name, rehearsal: false, ...more }) as Class;
  const classes = [klass(9, "8B"), klass(8, "8D"), klass(7, "Rehearsal", { rehearsal: true })];
  const { user, asked } = open(
    { ...answers(moveStudent, roster) },
    {
      ...answers(changeEnrolment, roster),
      method: "get",
      pattern: /^\/api\/classes$/,
      answer: () => ({ status: 200, data: { classes } }),
    },
  );
  await user.click(await screen.findByRole("button", { name: "Move Amara Quil to another class" }));
  expect((await screen.findAllByRole("menuitem")).map((one) => one.textContent)).toEqual(["8D"]);
  await user.click(screen.getByRole("menuitem", { name: "8D" }));
  expect(await screen.findByText(/^Amara Quil is in 8D now, with the entry card of that class\./)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Undo" }));
  await waitFor(() => {
    expect(asked.filter(({ method }) => method === "post").map(({ path, body }) => [path, body])).toEqual([
      [`/api/classes/${id(9)}/students/${id(1)}/move`, { toClassId: id(8) }],
      [`/api/classes/${id(8)}/students/${id(1)}/move`, { toClassId: id(9) }],
    ]);
  });
});
