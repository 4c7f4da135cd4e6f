import {
  compareClassLists,
  takeClassLists,
  type Comparison,
  type Errand,
  type ListedClassView,
} from "@verdant/contract/classLists";
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { ComparePage } from "./ComparePage.tsx";

const id = (n: number) => `0190a0f0-0000-7000-8000-00000000000${n}`;
const change = {
  ...{ joining: [], recognised: 0, same: [], renamed: [], leaving: [], unsure: [], unclaimed: [] },
  ...{ teachersJoining: [], teachersUnknown: [] },
};
const listed = (more: Partial<ListedClassView>): ListedClassView => ({
  ...{ sourcedId: "k9c", name: "9C Geography", course: "Geography 9", year: "2026/27", students: 22 },
  ...{ teachers: ["Ruben Castellow"], taking: { as: "leftOut" }, change: null },
  ...more,
});
const taken = listed({
  taking: { as: "ours", classId: id(1) },
  change: {
    ...change,
    joining: [{ sourcedId: "s1", name: "William Tansley", isNew: true, from: null }],
    leaving: [
      { studentId: id(5), name: "Ada Quill", to: null, isOwn: true },
      { studentId: id(6), name: "Will Tansley", to: null, isOwn: false },
    ],
    unsure: [{ sourcedId: "s2", name: "Sam Reed" }],
    unclaimed: [
      { studentId: id(5), name: "Ada Quill" },
      { studentId: id(6), name: "Will Tansley" },
    ],
    teachersUnknown: ["Noor Halvard"],
  },
});
const comparison: Comparison = {
  seen: "first",
  classes: [listed({ sourcedId: "k9h", name: "9C History", course: "History 9" }), taken],
  ours: [{ classId: id(1), name: "9C" }],
  courses: [{ courseId: id(2), name: "Year 9 geography" }],
  years: [
    { name: "2027/28", from: "2027-09-01", to: "2028-07-20", holidays: [{ from: "2027-12-18", to: "2028-01-03" }] },
  ],
  notes: [{ code: "accountsOff", terms: { count: 2 } }],
};
/** Answers one after the other; the last one again and again. */
const inTurn = (first: Stub, ...more: Stub[]): Stub => {
  const left = [...more];
  let now = first;
  let isFirst = true;
  return {
    ...first,
    answer: (asked) => {
      if (!isFirst) now = left.shift() ?? now;
      isFirst = false;
      return now.answer(asked);
    },
  };
};
const done: Errand = {
  ...{ id: id(9), kind: "file", state: "done", name: "lists.zip", share: 1, askedBy: "Mara Okafor" },
  ...{ askedAt: "2026-11-30T09:00:00Z", finishedAt: null, problem: null, taken: null, sent: null },
};
const open = (...stubs: Stub[]) =>
  renderPage(
    <Routes>
      <Route path="/class-lists/:errandId" element={<ComparePage />} />
      <Route path="/class-lists" element={<p>the page of lists</p>} />
    </Routes>,
    { path: `/class-lists/${id(9)}`, stubs },
  );

test("what is imported stands first; other subjects are left out and can be found and chosen", async () => {
  const { user, asked } = open(answers(compareClassLists, comparison));
  await screen.findByText("2 classes in the lists");
  const names = screen.getAllByRole("listitem").map((one) => one.getAttribute("aria-label"));
  expect(names.filter(Boolean)).toEqual(["9C Geography", "9C History"]);
  expect(screen.getByRole("status").textContent).toBe("1 class chosen, 1 student joins");
  await user.type(screen.getByLabelText("Find a class, course or teacher"), "histo");
  expect(screen.queryByRole("listitem", { name: "9C Geography" })).toBeNull();
  await user.click(within(screen.getByRole("listitem", { name: "9C History" })).getByRole("combobox"));
  await user.click(await screen.findByRole("option", { name: "new in Year 9 geography" }));
  await waitFor(() => {
    expect(asked.at(-1)?.body).toEqual({
      ...{ chosen: [{ sourcedId: "k9h", taking: { as: "new", courseId: id(2) } }], same: [] },
    });
  });
});

test("who is who is asked with the likest name first, and what was said can be taken back", async () => {
  const said = {
    ...taken,
    change: { ...change, joining: [], same: [{ sourcedId: "s1", name: "William Tansley", before: "Will Tansley" }] },
  };
  const { user, asked } = open(
    inTurn(
      answers(compareClassLists, comparison),
      answers(compareClassLists, { ...comparison, seen: "second", classes: [said] }),
      answers(compareClassLists, comparison),
    ),
  );
  await user.click(await screen.findByRole("combobox", { name: "William Tansley" }));
  expect(screen.getAllByRole("option").map((one) => one.textContent)).toEqual([
    ...["a new student", "is Will Tansley", "is Ada Quill"],
  ]);
  await user.click(screen.getByRole("option", { name: "is Will Tansley" }));
  await screen.findByText("William Tansley is Will Tansley, as you say.");
  expect(asked.at(-1)?.body).toEqual({ chosen: [], same: [{ sourcedId: "s1", studentId: id(6) }] });
  await user.click(screen.getByRole("button", { name: "Undo: William Tansley is Will Tansley" }));
  await screen.findByRole("combobox", { name: "William Tansley" });
  expect(asked.at(-1)?.body).toEqual({ chosen: [], same: [] });
  // Of two of one name nothing is assumed.
  expect(screen.getByRole("combobox", { name: "Sam Reed" }).textContent).toBe("not said yet");
});

test("nobody leaves who is not ticked, and what is imported is what was seen", async () => {
  const { user, asked } = open(answers(compareClassLists, comparison), answers(takeClassLists, done));
  const gone = within(await screen.findByRole("region", { name: "No longer listed" }));
  for (const box of gone.getAllByRole("checkbox")) expect((box as HTMLInputElement).checked).toBe(false);
  await user.click(gone.getByRole("button", { name: "Tick all" }));
  await user.click(gone.getByRole("checkbox", { name: "Will Tansley" }));
  expect(screen.getByRole("status").textContent).toBe("1 class chosen, 1 student joins, 1 leaves");
  await user.click(screen.getByRole("button", { name: "Import 1 class list" }));
  await screen.findByText("the page of lists");
  expect(asked.at(-1)?.body).toEqual({
    ...{ chosen: [], same: [], seen: "first", leaving: [{ sourcedId: "k9c", studentIds: [id(5)] }] },
  });
});

test("where somebody has changed a class meanwhile, that is said, and the lists are compared again", async () => {
  const { user, asked } = open(
    inTurn(answers(compareClassLists, comparison), answers(compareClassLists, { ...comparison, seen: "second" })),
    refuses(takeClassLists, { code: "listsChanged" }, 409),
  );
  await user.click(await screen.findByRole("button", { name: "Import 1 class list" }));
  await screen.findByText(/Something has changed since you looked/);
  await waitFor(() => {
    expect(asked.filter(({ path }) => path.endsWith("/compare"))).toHaveLength(2);
  });
});

test("a choice that cannot be is said beside what stood there before", async () => {
  const { user } = open(
    inTurn(
      answers(compareClassLists, comparison),
      refuses(compareClassLists, { code: "classListedTwice", terms: { name: "9C" } }, 409),
    ),
  );
  await user.click(within(await screen.findByRole("listitem", { name: "9C History" })).getByRole("combobox"));
  await user.click(await screen.findByRole("option", { name: "9C" }));
  await screen.findByText("Two classes of the lists would become 9C: choose one of them.");
  expect(screen.getByRole("listitem", { name: "9C Geography" })).toBeTruthy();
});

test("what was left out, and a school year that is made, are said", async () => {
  const { user } = open(answers(compareClassLists, comparison));
  await screen.findByText(/The school year 2027\/28 is made/);
  expect(screen.queryByText(/switched their accounts off/)).toBeNull();
  await user.click(screen.getByRole("button", { name: "Show" }));
  await screen.findByText(/2 people are not in any class here/);
});
