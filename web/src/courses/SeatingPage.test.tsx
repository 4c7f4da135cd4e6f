import { setSeating, showSeating, type Seating } from "@verdant/contract/seating";
import { screen, within } from "@testing-library/react";
import { Route, Routes } from "react-router";
import { expect, test } from "vitest";
import { answers, refuses, renderPage, type Stub } from "../platform/testing/pages.tsx";
import { SeatingPage } from "./SeatingPage.tsx";

const idOf = (n: number) => `00000000-0000-7000-8000-00000000000${String(n)}`;
const seating: Seating = {
  className: "8B",
  students: [
    { studentId: idOf(1), name: "Ada Moss", seat: { row: 1, column: 1 } },
    { studentId: idOf(2), name: "Ben Reed", seat: null },
    { studentId: idOf(3), name: "Cleo Hart", seat: null },
  ],
};

const page = (...more: Stub[]) =>
  renderPage(
    <Routes>
      <Route path="/classes/:classId/seating" element={<SeatingPage />} />
    </Routes>,
    {
      path: `/classes/${idOf(9)}/seating`,
      stubs: [answers(showSeating, seating), ...more, answers(setSeating, seating)],
    },
  );
const kept = ({ asked }: ReturnType<typeof page>) =>
  asked.flatMap(({ method, body }) => (method === "put" ? [(body as { seats: { studentId: string }[] }).seats] : []));
const seatAt = (row: number, column: number) =>
  screen.getByRole("button", { name: new RegExp(`^Row ${row}, seat ${column}: `) });

test("a student, then a seat; on a taken one the two change places, and all can be undone", async () => {
  const shown = page();
  const { user } = shown;
  await user.click(await screen.findByRole("button", { name: "Ben Reed" }));
  expect(screen.getByText("Ben Reed: choose a seat.")).toBeTruthy();
  await user.click(seatAt(1, 2));
  await user.click(seatAt(1, 2));
  await user.click(seatAt(1, 1));
  expect(seatAt(1, 1).textContent).toBe("Ben Reed");
  expect(seatAt(1, 2).textContent).toBe("Ada Moss");
  await user.click(screen.getByRole("button", { name: "Clear all seats" }));
  expect(seatAt(1, 1).textContent).toBe("free");
  await user.click(await screen.findByRole("button", { name: "Undo" }));
  expect(seatAt(1, 1).textContent).toBe("Ben Reed");
  expect(kept(shown).map((seats) => seats.length)).toEqual([2, 2, 0, 2]);
});

test("free seats are filled by name; nobody is left without", async () => {
  const shown = page();
  await shown.user.click(await screen.findByRole("button", { name: "Fill the free seats by name" }));
  expect([seatAt(1, 1), seatAt(1, 2), seatAt(1, 3)].map((one) => one.textContent)).toEqual([
    "Ada Moss",
    "Ben Reed",
    "Cleo Hart",
  ]);
  expect(screen.queryByRole("region", { name: "Without a seat" })).toBeNull();
  expect(kept(shown)[0]).toHaveLength(3);
});

test("what somebody else has changed meanwhile is shown as it is now", async () => {
  let shown = seating;
  const { user } = renderPage(
    <Routes>
      <Route path="/classes/:classId/seating" element={<SeatingPage />} />
    </Routes>,
    {
      path: `/classes/${idOf(9)}/seating`,
      stubs: [answers(showSeating, () => shown), refuses(setSeating, { code: "seatingChanged" }, 409)],
    },
  );
  await user.click(await screen.findByRole("button", { name: "Ben Reed" }));
  shown = { ...seating, students: seating.students.map((one, i) => ({ ...one, seat: { row: 3, column: i + 1 } })) };
  await user.click(seatAt(2, 2));
  expect(await screen.findByText(/Somebody else has changed this plan meanwhile/)).toBeTruthy();
  expect([seatAt(2, 2), seatAt(3, 2)].map((one) => one.textContent)).toEqual(["free", "Ben Reed"]);
});

test("what the server refuses is not shown as done", async () => {
  const { user } = page(refuses(setSeating, { code: "seatTaken" }));
  const list = within(await screen.findByRole("region", { name: "Without a seat" }));
  await user.click(list.getByRole("button", { name: "Cleo Hart" }));
  await user.click(seatAt(2, 2));
  expect(await screen.findByText("Two students have one seat, or one student two.")).toBeTruthy();
  expect(seatAt(2, 2).textContent).toBe("free");
});
