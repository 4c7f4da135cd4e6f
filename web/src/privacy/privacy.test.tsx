import {
  eraseStudent,
  exportStudent,
  listKeptStudents,
  showKeptStudent,
  type StudentFile,
} from "@verdant/contract/privacy";
import type { Result } from "@verdant/contract/endpoint";
import { screen, waitFor, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, refuses, renderPage } from "../platform/testing/pages.tsx";
import { KeptStudentPage } from "./KeptStudentPage.tsx";
import { PrivacyPage } from "./PrivacyPage.tsx";
import { studentFileText } from "./studentFile.ts";

const id = "0190a0f0-0000-7000-8000-000000000001";
const of9C = (isIn: boolean) => ({ id, name: "9C", year: "2030/31", leftOn: isIn ? null : "2031-01-20", isIn });
const kept = (isIn: boolean): Result<typeof showKeptStudent> => ({
  ...{ studentId: id, name: "Ada Norbury", erasedOn: null, classes: [of9C(isIn)] },
  ...{ goes: 12, answers: 71, ownWords: 3, staffWords: 1 },
});
const page = (
  <Routes>
    <Route path="/privacy/:studentId" element={<KeptStudentPage />} />
  </Routes>
);
const at = { path: `/privacy/${id}` };

test("students are searched for by name in the address; who left says so", async () => {
  const {
    user,
    asked,
    at: address,
  } = renderPage(<PrivacyPage />, {
    stubs: [answers(listKeptStudents, { students: [kept(false)], isMore: true })],
  });
  const list = await screen.findByRole("list", { name: "Students" });
  expect(within(list).getByRole("link", { name: "Ada Norbury" }).getAttribute("href")).toBe(`/privacy/${id}`);
  expect(within(list).getByText("left 9C, 2030/31")).toBeTruthy();
  expect(screen.getByText("Only the first 1 are listed: search for a name.")).toBeTruthy();
  await user.type(screen.getByRole("textbox", { name: "Search students" }), "nor");
  await waitFor(() => {
    expect(asked.at(-1)?.query).toEqual({ text: "nor" });
  });
  expect(address().search).toBe("?text=nor");
});

test("who is still in a class cannot be erased: the page says where, and leads there", async () => {
  renderPage(page, { stubs: [answers(showKeptStudent, kept(true))], ...at });
  expect(await screen.findByText(/The student is still in 9C/)).toBeTruthy();
  expect(screen.getByRole("link", { name: "Class 9C" }).getAttribute("href")).toBe(`/classes/${id}`);
  expect(screen.queryByRole("button", { name: /^Erase/ })).toBeNull();
});

test("what is kept is said in numbers; erasing asks for the name, and a wrong one is said beside the field", async () => {
  const { user } = renderPage(page, {
    stubs: [answers(showKeptStudent, kept(false)), refuses(eraseStudent, { code: "studentNameDiffers" })],
    ...at,
  });
  expect(await screen.findByText("12 goes at quizzes, with 71 answers and their marks")).toBeTruthy();
  expect(screen.getByText("1 text that staff wrote about the student")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Erase for good…" }));
  const sure = screen.getByRole("button", { name: "Erase for good" });
  expect((sure as HTMLButtonElement).disabled).toBe(true);
  await user.type(screen.getByRole("textbox", { name: "Write the name to confirm" }), "Ada Norberry");
  await user.click(sure);
  expect(await screen.findByText(/That is not the name of this student/)).toBeTruthy();
});

test("erased, it says under which name the rest stays", async () => {
  const { user, asked } = renderPage(page, {
    stubs: [
      answers(showKeptStudent, kept(false)),
      answers(eraseStudent, { ...kept(false), name: "Student 4f2a91", erasedOn: "2031-02-05T10:00:00Z" }),
    ],
    ...at,
  });
  await user.click(await screen.findByRole("button", { name: "Erase for good…" }));
  await user.type(screen.getByRole("textbox", { name: "Write the name to confirm" }), " Ada Norbury ");
  await user.click(screen.getByRole("button", { name: "Erase for good" }));
  expect(await screen.findByText("Erased. What is left goes by the name “Student 4f2a91”.")).toBeTruthy();
  expect(asked.find(({ method }) => method === "post")?.body).toEqual({ name: "Ada Norbury" });
});

test("the file says in words what it leaves out, and is the same JSON otherwise", () => {
  const file: StudentFile = exportStudent.result.parse({
    ...{
      format: "verdant-loop-student",
      version: 1,
      at: "2031-02-05T10:00:00Z",
      answers: [],
      characteristics: [],
      tables: { seat: [] },
    },
    student: { ...kept(false), externalId: null },
    leftOut: ["cards", "reservedQuestions"],
  });
  const read = JSON.parse(studentFileText(file)) as StudentFile;
  expect(read).toMatchObject({
    format: "verdant-loop-student",
    student: { name: "Ada Norbury" },
    tables: { seat: [] },
  });
  expect(read.leftOut).toEqual([
    "Entry cards: their words let somebody in.",
    "The text of questions reserved for tests: they would be known. The answers are in the file.",
  ]);
});
