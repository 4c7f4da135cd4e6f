import {
  askCalibration,
  listCharacteristics,
  listDifferentials,
  removeCharacteristic,
  setCharacteristic,
  setClassCharacteristics,
  showClassCharacteristics,
  type Characteristic,
  type Differs,
} from "@verdant/contract/characteristics";
import type { Result } from "@verdant/contract/endpoint";
import { showSession } from "@verdant/contract/team";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, refuses, renderPage } from "../platform/testing/pages.tsx";
import { CharacteristicsPage } from "./CharacteristicsPage.tsx";
import { ClassCharacteristicsPage } from "./ClassCharacteristicsPage.tsx";
import { DifferencesOf } from "./DifferencesOf.tsx";
import { differenceInWords, missingInWords } from "./differenceInWords.ts";

const id = (n: number) => `0190a0f0-0000-7000-8000-${String(n).padStart(12, "0")}`;
const now = "2031-02-04T09:00:00Z";
const language: Characteristic = {
  ...{ id: id(1), name: "First language", version: 3 },
  values: [
    { id: id(2), name: "English", students: 140 },
    { id: id(3), name: "Another", students: 60 },
  ],
};
const as = (role: "lead" | "teacher") =>
  answers(showSession, {
    ...{ isDemo: false, maySignUp: false, now, guest: null, student: null },
    member: {
      ...{ personId: id(50), name: "Mara Okafor", departmentId: id(60), department: "Geography", role },
      ...{ timeZone: "Europe/London", owesSecondFactor: false },
    },
  });
type Listed = Result<typeof listDifferentials>;
const group: Listed["groups"][number] = {
  ...{ valueId: id(3), characteristic: "First language", value: "Another" },
  ...{ compared: 0, much: 0, missing: { group: 56, others: 0 } },
};
const differs: Differs = {
  ...{ valueId: id(3), characteristic: "First language", value: "Another", group: 80, others: 190 },
  ...{ found: "C", gap: -0.183, delta: -2.1, error: 0.5 },
};
const listed = (more: Partial<Listed> = {}) =>
  answers(listDifferentials, { ...{ groups: [], items: [], isMore: false, at: now, isAsked: false }, ...more });
const kept = (...characteristics: Characteristic[]) => answers(listCharacteristics, { characteristics });

test("a department that keeps nothing is told so, and that it need not; only a lead may add something", async () => {
  const teacher = renderPage(<CharacteristicsPage />, { stubs: [as("teacher"), kept(), listed()] });
  expect(await screen.findByText("Nothing is kept. Only a lead can change that.")).toBeTruthy();
  expect(screen.getByText(/a department may keep nothing/)).toBeTruthy();
  expect(screen.queryByRole("button", { name: "Add a characteristic" })).toBeNull();
  teacher.unmount();
  const { user, asked } = renderPage(<CharacteristicsPage />, {
    stubs: [as("lead"), kept(), listed(), answers(setCharacteristic, { characteristics: [language] })],
  });
  await user.click(await screen.findByRole("button", { name: "Add a characteristic" }));
  const dialog = within(screen.getByRole("dialog", { name: "A new characteristic" }));
  const save = dialog.getByRole<HTMLButtonElement>("button", { name: "Save" });
  await user.type(dialog.getByRole("textbox", { name: "Name" }), "First language");
  await user.type(dialog.getByRole("textbox", { name: "Value 1" }), "English");
  expect(save.disabled).toBe(true);
  await user.type(dialog.getByRole("textbox", { name: "Value 2" }), "Another");
  await user.click(save);
  await screen.findByRole("button", { name: "Add a characteristic" });
  const sent = asked.find(({ method }) => method === "put")?.body as { version: number; values: { name: string }[] };
  expect([sent.version, sent.values.map(({ name }) => name)]).toEqual([0, ["English", "Another"]]);
});

test("before something said of students is deleted, the page says of how many; another's change is told of", async () => {
  const { user, asked } = renderPage(<CharacteristicsPage />, {
    stubs: [
      ...[as("lead"), kept({ ...language, values: [...language.values, { id: id(4), name: "Both", students: 7 }] })],
      ...[listed(), refuses(setCharacteristic, { code: "characteristicChanged" }, 409)],
      answers(removeCharacteristic, { characteristics: [] }),
    ],
  });
  await user.click(await screen.findByRole("button", { name: "Change First language" }));
  await user.click(screen.getByRole("button", { name: "Remove value 3" }));
  expect(screen.getByText("“Both” is said of 7 students; that is deleted for good.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Save" }));
  expect(await screen.findByText(/A colleague changed what is kept/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Delete" }));
  expect(screen.getByText(/^What is said of 207 students is deleted for good/)).toBeTruthy();
  expect(asked.some(({ method }) => method === "delete")).toBe(false);
  await user.click(screen.getByRole("button", { name: "Delete for good" }));
  await screen.findByRole("heading", { name: "Groups of students" });
  expect(asked.filter(({ method }) => method === "delete")).toHaveLength(1);
});

test("of too few it says how many are missing; what differs is a reason to look, with its figures", async () => {
  const few = renderPage(<CharacteristicsPage />, {
    stubs: [as("teacher"), kept(language), listed({ groups: [group] })],
  });
  expect(await screen.findByText(/still needs: 56 of the group, 0 of the others\./)).toBeTruthy();
  expect(screen.queryByText(/reason to look/)).toBeNull();
  few.unmount();
  renderPage(<CharacteristicsPage />, {
    stubs: [
      ...[as("teacher"), kept(language)],
      listed({
        groups: [{ ...group, compared: 40, much: 1, missing: { group: 0, others: 0 } }],
        items: [{ ...differs, itemId: id(9), number: 17, stem: "What is a confluence?" }],
      }),
    ],
  });
  const one = within(await screen.findByRole("article", { name: "Item 17" }));
  expect(one.getByText(/18 in 100 fewer have it right than as able others \(80 and 190 answers\)/)).toBeTruthy();
  expect(screen.getByText("Items compared: 40; differ much: 1.", { exact: false })).toBeTruthy();
  expect(screen.getByText(/of 100 fair items, 1 to 4 stand here by chance/)).toBeTruthy();
});

test("it can be asked for, and says that it is being worked out", async () => {
  let isAsked = false;
  const { user } = renderPage(<CharacteristicsPage />, {
    stubs: [
      ...[as("teacher"), kept(language)],
      answers(listDifferentials, () => ({ groups: [group], items: [], isMore: false, at: now, isAsked })),
      answers(askCalibration, () => {
        isAsked = true;
        return { ok: true as const };
      }),
    ],
  });
  await user.click(await screen.findByRole("button", { name: "Work it out now" }));
  expect(await screen.findByRole("button", { name: "Being worked out …" })).toBeTruthy();
});

const AtClass = () => (
  <Routes>
    <Route path="/classes/:classId/characteristics" element={<ClassCharacteristicsPage />} />
  </Routes>
);

test("a class: one student by hand, the rest at once and taken back from the message", async () => {
  const student = (n: number, name: string, valueIds: string[]) => ({ studentId: id(n), name, valueIds });
  const shown = {
    ...{ classId: id(30), className: "8B", characteristics: [language] },
    students: [student(31, "Amy Bell", [id(3)]), student(32, "Ben Cole", []), student(33, "Cy Dunn", [])],
  };
  const { user, asked } = renderPage(<AtClass />, {
    path: `/classes/${id(30)}/characteristics`,
    stubs: [answers(showClassCharacteristics, shown), answers(setClassCharacteristics, shown)],
  });
  const sent = () => asked.filter(({ method }) => method === "put").map(({ body }) => body);
  await user.click(await screen.findByRole("combobox", { name: "First language of Amy Bell" }));
  await user.click(screen.getByRole("option", { name: "not said" }));
  expect(sent()).toEqual([{ set: [{ studentId: id(31), characteristicId: id(1), valueId: null }] }]);
  await user.click(screen.getByRole("combobox", { name: "The 2 left" }));
  await user.click(screen.getByRole("option", { name: "English" }));
  await user.click(await screen.findByRole("button", { name: "Undo" }));
  const both = (valueId: string | null) => ({
    set: [32, 33].map((n) => ({ studentId: id(n), characteristicId: id(1), valueId })),
  });
  expect(sent().slice(1)).toEqual([both(id(2)), both(null)]);
});

test("a class of a department that keeps nothing", async () => {
  renderPage(<AtClass />, {
    path: `/classes/${id(30)}/characteristics`,
    stubs: [answers(showClassCharacteristics, { classId: id(30), className: "8B", characteristics: [], students: [] })],
  });
  expect(await screen.findByText(/The department keeps nothing of its students/)).toBeTruthy();
});

test("one item: what differs stands out, what does not is no proof, what is too little says what is missing", () => {
  renderPage(
    <DifferencesOf
      differences={{
        compared: [differs, { ...differs, valueId: id(5), value: "Both", found: "A", gap: -0.01, delta: -0.2 }],
        tooFew: [{ ...differs, valueId: id(6), value: "Sign language", group: 4, others: 190 }],
      }}
    />,
    { stubs: [] },
  );
  expect(screen.getByText("Groups of students: no difference that matters in 1, too few answers in 1")).toBeTruthy();
  expect(screen.getByRole("alert").textContent).toMatch(/^First language: Another Much harder for them/);
  expect(
    screen.getByText(/^First language: Both\. No difference that matters, among 80 .* 190 others\.$/),
  ).toBeTruthy();
  expect(screen.getByText(/Sign language\. Too few to say\. .* 56 of the group, 0 of the others\.$/)).toBeTruthy();
});

test("each class and direction has a sentence of its own; what is missing names who", () => {
  const said = (["A", "B", "C"] as const).flatMap((found) =>
    [-1, 1].map((sign) => differenceInWords({ ...differs, found, gap: sign * 0.2, delta: sign * 2 })),
  );
  expect(new Set(said).size).toBe(5);
  expect(said[5]).toContain("Much easier for them: 20 in 100 more");
  expect(missingInWords({ group: 1, others: 2 })).toContain("1 of the group, 2 of the others");
  expect(missingInWords({ group: 0, others: 0 })).toBe("The answers allow no figure.");
});
