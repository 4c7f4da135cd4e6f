import { render, screen } from "@testing-library/react";
import { createMemoryRouter, RouterProvider } from "react-router";
import { expect, test, vi } from "vitest";
import { NotHere } from "./NotHere.tsx";

function Broken(): never {
  throw new Error("a defect");
}
const open = (address: string) =>
  render(
    <RouterProvider
      router={createMemoryRouter(
        [
          {
            errorElement: <NotHere />,
            children: [
              { path: "/broken", element: <Broken /> },
              { path: "*", element: <NotHere /> },
            ],
          },
        ],
        { initialEntries: [address] },
      )}
    />,
  );

test("a wrong address is no page that broke", async () => {
  open("/nowhere");
  expect(await screen.findByRole("heading", { name: "There is nothing here" })).toBeTruthy();
  expect(screen.getByText(/a colleague may have moved what was here/)).toBeTruthy();
});

test("a page that broke says so", async () => {
  vi.spyOn(console, "error").mockReturnValue(undefined);
  open("/broken");
  expect(await screen.findByRole("heading", { name: "This page broke" })).toBeTruthy();
});
