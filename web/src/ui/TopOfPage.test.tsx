import { screen } from "@testing-library/react";
import { Link, useNavigate } from "react-router";
import { expect, test, vi } from "vitest";
import { renderPage } from "../platform/testing/pages.tsx";
import { TopOfPage } from "./TopOfPage.tsx";

function Doors() {
  const navigate = useNavigate();
  return (
    <>
      <TopOfPage />
      <Link to="/other">other</Link>
      <Link to="/other?filter=1">filter</Link>
      <button onClick={() => void navigate(-1)}>back</button>
    </>
  );
}

test("another page begins at its top; a filter, and going back, leave one where one is", async () => {
  const scrollTo = vi.spyOn(window, "scrollTo").mockImplementation(() => undefined);
  const { user } = renderPage(<Doors />, { path: "/first" });
  expect(scrollTo).not.toHaveBeenCalled();
  await user.click(screen.getByRole("link", { name: "other" }));
  expect(scrollTo).toHaveBeenCalledTimes(1);
  await user.click(screen.getByRole("link", { name: "filter" }));
  await user.click(screen.getByRole("button", { name: "back" }));
  await user.click(screen.getByRole("button", { name: "back" }));
  expect(scrollTo).toHaveBeenCalledTimes(1);
});
