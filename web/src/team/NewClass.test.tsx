import { createClass, type Class, type Course } from "@verdant/contract/courses";
import { screen } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, refuses, renderPage } from "../platform/testing/pages.tsx";
import { NewClass } from "./NewClass.tsx";

const id = "00000000-0000-7000-8000-000000000001";
const courses: Course[] = [{ id, name: "Year 8 geography", units: [] }];
const made: Class = {
  ...{ id, name: "Stage", courseId: id, course: "Year 8 geography", schoolYear: "2030/31" },
  ...{ rehearsal: true, students: 6, examOn: null, units: [], teachers: [] },
};

const pages = (
  <Routes>
    <Route path="/team" element={<NewClass courses={courses} />} />
    <Route path="/classes/:classId" element={<p>the page of the class</p>} />
  </Routes>
);

test("a class for rehearsal is asked for by a tick, and leads to its page", async () => {
  const bodies: unknown[] = [];
  const { user } = renderPage(pages, {
    path: "/team",
    stubs: [
      answers(createClass, ({ body }) => {
        bodies.push(body);
        return made;
      }),
    ],
  });
  const create = screen.getByRole<HTMLButtonElement>("button", { name: "Create the class" });
  expect(create.disabled).toBe(true);
  await user.type(screen.getByLabelText("Name of a new class"), " Stage ");
  await user.click(screen.getByRole("checkbox", { name: /^for rehearsal: six invented students/ }));
  await user.click(create);
  await screen.findByText("the page of the class");
  expect(bodies).toEqual([{ name: "Stage", courseId: id, rehearsal: true }]);
});

test("a name that is taken is said, and what was typed stays", async () => {
  const { user } = renderPage(pages, {
    path: "/team",
    stubs: [refuses(createClass, { code: "classNameTaken", terms: { name: "8B" } })],
  });
  await user.type(screen.getByLabelText("Name of a new class"), "8B");
  await user.click(screen.getByRole("button", { name: "Create the class" }));
  await screen.findByText(/8B/);
  expect(screen.getByLabelText<HTMLInputElement>("Name of a new class").value).toBe("8B");
});
